import type { Advice } from '@amber-needle/core/advice';
import clsx from 'clsx';
import { TurnDial } from './fan/TurnDial';
import { advisedTurn } from './view/advisedTurn';
import type { Phrase } from './view/phraseAdvice';

interface SayLineProps {
  readonly phrase: Phrase;
  /** Undefined while something else comes first. */
  readonly advice: Advice | undefined;
}

/** What to do now, in the largest type after the fan, and what to expect of it. */
export function SayLine({ phrase, advice }: SayLineProps) {
  const turn = advice && advisedTurn(advice);
  return (
    <section aria-label="What to do now">
      <div className="flex items-center gap-5">
        {turn === undefined ? null : <TurnDial turns={turn.turns} />}
        <p
          className={clsx(
            'text-balance font-bold leading-[1.1] max-lg:text-3xl',
            turn === undefined
              ? 'text-[2.6rem]'
              : isLong(phrase)
                ? 'text-3xl sm:whitespace-nowrap'
                : 'text-4xl sm:whitespace-nowrap',
          )}
          aria-live="polite"
          data-testid="say"
        >
          {phrase.subject}
          <br />
          <span className="text-amber">{phrase.order}</span>
        </p>
      </div>
      <div className="mt-1 space-y-1 leading-snug max-lg:line-clamp-2 lg:mt-5 lg:text-lg">
        {phrase.expect.map((line) => (
          <p key={line}>{line}</p>
        ))}
      </div>
    </section>
  );
}

/** Beside the dial so many letters fit on a line of the larger type. */
const ROOM_BESIDE_DIAL = 12;

function isLong({ subject, order }: Phrase): boolean {
  return Math.max(subject.length, order.length) > ROOM_BESIDE_DIAL;
}
