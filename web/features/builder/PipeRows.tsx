import { addPipe, changePipe, removePipe } from '@amber-needle/core/setup';
import { Button } from '@/components/Button';
import { NumberField } from '@/components/NumberField';
import type { Editing } from './editing';
import { JoinRow } from './JoinRow';
import { Section } from './Section';

const ENDS = 2;

/** Pipes between runners, which even out what the gauges show of a difference. */
export function PipeRows({ setup, change }: Editing) {
  const pipes = setup.pipes ?? [];
  return (
    <Section title="Balance pipes">
      {pipes.length === 0 ? <p className="text-soft">None: every runner keeps its own pressure.</p> : null}
      <ul className="space-y-3">
        {pipes.map(({ id, label, joins, boreMm }) => (
          <JoinRow
            key={id}
            what="pipe"
            label={label}
            throats={setup.throats}
            joins={joins}
            onChange={(next) => change(changePipe(setup, id, next))}
            onRemove={() => change(removePipe(setup, id))}
          >
            <div className="w-28">
              <NumberField
                label="Bore"
                unit="mm"
                value={boreMm}
                onValue={(next) => change(changePipe(setup, id, { boreMm: next }))}
              />
            </div>
          </JoinRow>
        ))}
      </ul>
      <Button className="mt-3" disabled={setup.throats.length < ENDS} onClick={() => change(addPipe(setup))}>
        Add a pipe
      </Button>
    </Section>
  );
}
