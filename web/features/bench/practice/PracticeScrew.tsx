import type { KeyboardEvent } from 'react';
import { fraction, positionText, turnText } from '@/words/turns';

/** How a screw is turned: a stop by sixteenths, a mixture screw by thirty-seconds, a jet by sizes. */
export type PracticeTurning = 'plain' | 'fine' | 'sizes';

const QUARTER = 0.25;
const FINEST = { plain: 0.0625, fine: 0.03125, sizes: 1 } as const satisfies Record<PracticeTurning, number>;

/** Steps from the largest out to the largest in. */
function stepsOf(turning: PracticeTurning): readonly number[] {
  const finest = FINEST[turning];
  return turning === 'sizes' ? [-finest, finest] : [-QUARTER, -finest, finest, QUARTER];
}

function keyed(key: string, turning: PracticeTurning): number | undefined {
  const finest = FINEST[turning];
  const coarse = turning === 'sizes' ? finest : QUARTER;
  const turns: Readonly<Record<string, number>> = {
    ArrowUp: finest,
    ArrowRight: finest,
    ArrowDown: -finest,
    ArrowLeft: -finest,
    PageUp: coarse,
    PageDown: -coarse,
  };
  return turns[key];
}

interface PracticeScrewProps {
  readonly label: string;
  /** The label stands elsewhere already. */
  readonly bare: boolean;
  readonly position: number;
  readonly turning: PracticeTurning;
  readonly damaged: boolean;
  readonly turn: (turns: number) => void;
}

/** One screw of the practice engine: buttons, or arrow keys (its finest step) and page keys (a quarter) when it has the focus. */
export function PracticeScrew({ label, bare, position, turning, damaged, turn }: PracticeScrewProps) {
  const isSized = turning === 'sizes';
  const heed = (event: KeyboardEvent) => {
    const turns = keyed(event.key, turning);
    if (turns === undefined) return;
    event.preventDefault();
    turn(turns);
  };
  return (
    <div className="flex items-center gap-1">
      <div
        role="spinbutton"
        tabIndex={0}
        aria-label={label}
        aria-valuenow={position}
        aria-valuetext={`${positionText(position, isSized)}${damaged ? ', damaged' : ''}`}
        onKeyDown={heed}
        className="min-w-17 rounded leading-tight"
      >
        {bare ? null : <b className="block">{label}</b>}
        <span className="text-soft">
          {positionText(position, isSized)}
          {damaged ? ' · damaged' : ''}
        </span>
      </div>
      {stepsOf(turning).map((turns) => (
        <button
          key={turns}
          type="button"
          aria-label={`${label}, ${isSized ? turnText(turns, true) : `${fraction(turns)} ${turns < 0 ? 'out' : 'in'}`}`}
          onClick={() => turn(turns)}
          className="min-h-12 min-w-12 rounded border border-line hover:border-edge"
        >
          {turns < 0 ? '−' : '+'}
          {fraction(turns)}
        </button>
      ))}
    </div>
  );
}
