import type { CircuitReport, ScrewReport } from '@amber-needle/core/mixture';
import type { Setup } from '@amber-needle/core/setup';
import clsx from 'clsx';
import { lambdaDoubt, seenText, sideText } from '@/words/mixtureWords';
import { numeral } from '@/words/numbers';
import { fraction, positionText } from '@/words/turns';

interface MixtureStripProps {
  readonly setup: Setup;
  readonly circuits: readonly CircuitReport[];
  /** The screw that the next step is about. */
  readonly advised: string | undefined;
  readonly flipped: boolean;
}

/** Under each throat: its lambda, what was seen of it, and where its screw stands. */
export function MixtureStrip({ setup, circuits, advised, flipped }: MixtureStripProps) {
  const shown = flipped ? [...circuits].reverse() : circuits;
  const compact = circuits.length > 2;
  return (
    <div className="flex min-h-0 flex-1 items-stretch divide-x divide-line overflow-x-auto">
      {shown.map((circuit) => (
        <section
          key={circuit.throat}
          aria-label={`Mixture of throat ${circuit.throat}`}
          className={clsx('flex-1 py-2', compact ? 'min-w-31 px-3' : 'min-w-52 px-6')}
        >
          <p className="flex items-baseline gap-x-3 whitespace-nowrap text-soft max-sm:text-xs">
            <b className="text-ink text-xl sm:text-2xl">{circuit.throat}</b>
            <span className="ml-auto">
              {circuit.unseen ? 'not seen yet' : `${sideText(circuit)} ${lambdaDoubt(circuit.doubt)}`}
            </span>
          </p>
          <p
            className={clsx(
              'font-bold leading-tight',
              compact ? 'text-3xl sm:text-4xl' : 'text-4xl lg:text-5xl',
              circuit.unseen && 'text-soft',
            )}
            data-testid={`lambda-${circuit.throat}`}
          >
            {circuit.unseen ? '–' : numeral(circuit.lambda, 2)}
          </p>
          <p className="line-clamp-1 text-soft max-sm:text-xs">{evidenceText(setup, circuit)}</p>
          <ul className="mt-1 text-sm">
            {circuit.screws.map((screw) => (
              <li
                key={screw.adjuster}
                aria-current={screw.adjuster === advised ? 'step' : undefined}
                className={clsx(
                  'inline-block whitespace-nowrap px-1',
                  screw.adjuster === advised ? 'bg-amber-soft text-ink' : 'text-soft',
                )}
              >
                {screwText(setup, screw)}
              </li>
            ))}
          </ul>
        </section>
      ))}
    </div>
  );
}

function evidenceText({ throats }: Setup, { throat, seen, looks }: CircuitReport): string {
  const feeds = throats.find(({ id }) => id === throat)?.feeds ?? [];
  const said = seen.map((each) => seenText(each, feeds));
  if (said.length > 0) return [...new Set(said)].slice(-2).join(' · ');
  return looks === 0 ? 'nothing seen' : 'not since it was turned';
}

function screwText({ adjusters }: Setup, { adjuster, turnsIn, fromSeat, sizes }: ScrewReport): string {
  const label = adjusters.find(({ id }) => id === adjuster)?.label ?? adjuster;
  return fromSeat === undefined
    ? `${label}: ${positionText(turnsIn, sizes)}`
    : `${label}: ${fraction(fromSeat)} from its seat`;
}
