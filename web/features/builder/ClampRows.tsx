import { addCoupling, changeCoupling, removeCoupling } from '@amber-needle/core/setup';
import { Button } from '@/components/Button';
import type { Editing } from './editing';
import { JoinRow } from './JoinRow';
import { Section } from './Section';

/** Clamps that join throttles once they are balanced. */
export function ClampRows({ setup, change }: Editing) {
  return (
    <Section title="Clamps">
      {setup.couplings.length === 0 ? <p className="text-soft">None: nothing is clamped after the balance.</p> : null}
      <ul className="space-y-3">
        {setup.couplings.map(({ id, label, joins }) => (
          <JoinRow
            key={id}
            what="clamp"
            label={label}
            throats={setup.throats}
            joins={joins}
            onChange={(next) => change(changeCoupling(setup, id, next))}
            onRemove={() => change(removeCoupling(setup, id))}
          />
        ))}
      </ul>
      <Button className="mt-3" disabled={setup.throats.length < 2} onClick={() => change(addCoupling(setup))}>
        Add a clamp
      </Button>
    </Section>
  );
}
