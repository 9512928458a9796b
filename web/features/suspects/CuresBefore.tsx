import type { Cures } from '@amber-needle/core/job';
import type { Setup } from '@amber-needle/core/setup';
import { Button } from '@/components/Button';
import { day } from '@/words/dates';
import { causeName, placeText } from '@/words/suspectWords';

interface CuresBeforeProps {
  readonly cures: Cures;
  readonly setup: Setup;
  /** Left out of the weighing. */
  readonly off: boolean;
  readonly onToggle: () => void;
}

const MOST_NAMED = 3;

/** What this workshop has put right before, which moves where suspicion begins; and what was put right on this machine. */
export function CuresBefore({ cures: { workshop, here }, setup, off, onToggle }: CuresBeforeProps) {
  const all = workshop.reduce((sum, { count }) => sum + count, 0);
  const named = workshop
    .slice(0, MOST_NAMED)
    .map(({ cause, count }) => `${count} × ${causeName(cause).toLowerCase()}`)
    .join(', ');
  return (
    <section aria-label="Put right before" className="mt-5 border-line border-t pt-4 text-soft">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <p>
          {off ? 'By the map alone. ' : 'Weighed by this workshop’s own cases too. '}
          Of its last {all}: {named}.
        </p>
        <Button onClick={onToggle} aria-pressed={!off}>
          {off ? 'Weigh by own cases' : 'By the map alone'}
        </Button>
      </div>
      {here.length === 0 ? null : (
        <ul className="mt-2">
          {here.map(({ cause, place, on }) => (
            <li key={`${cause} ${place ?? ''} ${on}`}>
              On this machine on {day(on)}:{' '}
              <span className="text-ink">{`${causeName(cause)}${placeText(setup, place)}`}</span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
