import { type Setup, screwEffects, sharedShafts } from '@amber-needle/core/setup';
import clsx from 'clsx';
import { screwSentence } from '@/words/screwWords';

interface ScrewSentencesProps {
  readonly setup: Setup;
  readonly chosen: string | undefined;
  readonly choose: (screw: string) => void;
}

/** In words what each screw will do, and what none can. */
export function ScrewSentences({ setup, chosen, choose }: ScrewSentencesProps) {
  const labels = new Map(setup.adjusters.map(({ id, label }) => [id, label]));
  return (
    <section aria-label="What each screw does" className="mt-5">
      <ul>
        {screwEffects(setup).map((effects) => (
          <li key={effects.adjuster.id}>
            <button
              type="button"
              onClick={() => choose(effects.adjuster.id)}
              className={clsx(
                'grid min-h-12 w-full grid-cols-[8.5rem_1fr] items-center gap-3 rounded px-2 py-1 text-left hover:bg-lit',
                effects.adjuster.id === chosen && 'bg-lit',
              )}
            >
              <b>{effects.adjuster.label}</b>
              <span className="text-soft">{screwSentence(effects, labels)}</span>
            </button>
          </li>
        ))}
      </ul>
      {sharedShafts(setup).map((throats) => (
        <p key={throats.join()} className="mt-2 px-2 text-soft">
          No stop moves throats {throats.join(' and ')} apart: what they differ by stays.
        </p>
      ))}
    </section>
  );
}
