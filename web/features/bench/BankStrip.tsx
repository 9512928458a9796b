import type { Job } from '@amber-needle/core/job';
import type { Setup } from '@amber-needle/core/setup';
import clsx from 'clsx';
import type { DeviceUnit } from '@/words/deviceUnit';
import { throatTitle } from '@/words/throatNames';
import { positionText } from '@/words/turns';
import { bankParts } from './view/bankStrip';
import type { Needle } from './view/needles';
import { throatWords } from './view/throatWords';

/** With more throats and places of screws than this, screws that share a place stand under one another. */
const CROWDED = 8;

interface BankStripProps {
  readonly job: Job;
  readonly needles: readonly Needle[];
  readonly atRest: boolean;
  readonly unit: DeviceUnit;
  readonly flipped: boolean;
  /** The adjuster or coupling that the advice is about. */
  readonly advised: string | undefined;
}

/** The bank as it lies: every throat with its figures, every screw at its place. */
export function BankStrip({ job, needles, atRest, unit, flipped, advised }: BankStripProps) {
  const compact = job.setup.throats.length > 2;
  const parts = bankParts(job.setup, flipped);
  const crowded = parts.length > CROWDED;
  return (
    <div className="flex min-h-0 flex-1 items-stretch overflow-x-auto">
      {parts.map((part) =>
        part.part === 'throat' ? (
          <ThroatFigures
            key={part.throat}
            throat={part.throat}
            carburetor={part.carburetor}
            needle={needles.find(({ throat }) => throat === part.throat)}
            setup={job.setup}
            atRest={atRest}
            unit={unit}
            compact={compact}
            mixture={part.mixture.map(({ id, label }) => ({
              label,
              place: positionText(job.positions[id] ?? 0),
              on: id === advised,
            }))}
          />
        ) : (
          <ul
            key={[...part.adjusters, ...part.couplings].map(({ id }) => id).join()}
            className={clsx('flex max-sm:hidden', crowded ? 'flex-col' : 'items-stretch')}
          >
            {part.adjusters.map(({ id, label }) => (
              <Screw
                key={id}
                name={id}
                label={label}
                place={positionText(job.positions[id] ?? 0)}
                on={id === advised}
                small={crowded}
              />
            ))}
            {part.couplings.map(({ id, label }) => (
              <Screw
                key={id}
                name={id}
                label={label}
                place={job.clamped.includes(id) ? 'clamped' : 'loose'}
                on={id === advised}
                small={crowded}
              />
            ))}
          </ul>
        ),
      )}
    </div>
  );
}

interface ThroatFiguresProps {
  readonly throat: string;
  readonly carburetor: string;
  readonly needle: Needle | undefined;
  readonly setup: Setup;
  readonly atRest: boolean;
  readonly unit: DeviceUnit;
  /** Three throats and more share the width: the carburetor's name and the words after the unit are left out. */
  readonly compact: boolean;
  /** Its own mixture screws. */
  readonly mixture: readonly { readonly label: string; readonly place: string; readonly on: boolean }[];
}

function ThroatFigures({ throat, carburetor, needle, setup, atRest, unit, compact, mixture }: ThroatFiguresProps) {
  const words = throatWords(needle, setup, { atRest, unit });
  return (
    <section
      aria-label={`${throatTitle(setup)} ${throat}`}
      className={clsx(
        'relative flex-1 py-2',
        compact ? 'min-w-14 px-1.5 sm:min-w-31 sm:px-3' : 'min-w-36 px-3 sm:min-w-52 sm:px-6',
      )}
    >
      <p className="flex flex-wrap items-baseline gap-x-3 text-soft max-sm:text-xs">
        <b className="text-xl text-ink sm:text-2xl">{throat}</b>
        {compact ? null : <span>{carburetor}</span>}
        <span className="ml-auto whitespace-nowrap">
          {words.state} {words.uncertainty}
        </span>
      </p>
      <p
        className={clsx(
          'font-bold leading-tight',
          compact ? 'text-2xl sm:text-4xl lg:text-5xl' : 'text-4xl lg:text-6xl',
        )}
        data-testid={`deviation-${throat}`}
      >
        {words.deviation}
      </p>
      <p className="text-soft max-sm:text-xs sm:whitespace-nowrap sm:text-lg">
        {words.figure}
        {compact ? null : words.against}
      </p>
      <ul className={clsx('flex gap-x-4 text-sm', compact ? 'flex-col' : 'absolute right-6 bottom-2')}>
        {mixture.map(({ label, place, on }) => (
          <li
            key={label}
            aria-current={on ? 'step' : undefined}
            className={clsx('whitespace-nowrap', on ? 'bg-amber-soft text-ink' : 'text-soft')}
          >
            {label} {place}
          </li>
        ))}
      </ul>
    </section>
  );
}

function Screw({
  name,
  label,
  place,
  on,
  small,
}: {
  readonly name: string;
  readonly label: string;
  readonly place: string;
  readonly on: boolean;
  /** One of several in a narrow place. */
  readonly small: boolean;
}) {
  return (
    <li
      aria-current={on ? 'step' : undefined}
      className={clsx(
        'flex flex-col items-center justify-center border-line border-x px-1 text-center text-soft leading-tight',
        small ? 'w-22 flex-1' : 'w-19 gap-1',
        on && 'border-amber border-x-2 bg-amber-soft text-ink',
      )}
    >
      <b className={clsx('font-mono text-ink', small ? 'sr-only' : 'text-xl')}>{name}</b>
      <span className="text-sm leading-tight">{label}</span>
      <span className="text-sm">{place}</span>
    </li>
  );
}
