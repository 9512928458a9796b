import type { KeyboardEvent } from 'react';
import { fraction, positionText } from '@/words/turns';

const SIXTEENTH = 0.0625;
const QUARTER = 0.25;
const STEPS = [
  { turns: -QUARTER, text: '−¼' },
  { turns: -SIXTEENTH, text: '−1/16' },
  { turns: SIXTEENTH, text: '+1/16' },
  { turns: QUARTER, text: '+¼' },
];
const KEYS: Readonly<Record<string, number>> = {
  ArrowUp: SIXTEENTH,
  ArrowRight: SIXTEENTH,
  ArrowDown: -SIXTEENTH,
  ArrowLeft: -SIXTEENTH,
  PageUp: QUARTER,
  PageDown: -QUARTER,
};

interface PracticeScrewProps {
  readonly label: string;
  /** The label stands elsewhere already. */
  readonly bare: boolean;
  readonly position: number;
  readonly damaged: boolean;
  readonly turn: (turns: number) => void;
}

/** One screw of the practice engine: buttons, or arrow keys (a sixteenth) and page keys (a quarter) when it has the focus. */
export function PracticeScrew({ label, bare, position, damaged, turn }: PracticeScrewProps) {
  const heed = (event: KeyboardEvent) => {
    const turns = KEYS[event.key];
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
        aria-valuetext={`${positionText(position)}${damaged ? ', damaged' : ''}`}
        onKeyDown={heed}
        className="min-w-17 rounded leading-tight"
      >
        {bare ? null : <b className="block">{label}</b>}
        <span className="text-soft">
          {positionText(position)}
          {damaged ? ' · damaged' : ''}
        </span>
      </div>
      {STEPS.map(({ turns, text }) => (
        <button
          key={turns}
          type="button"
          aria-label={`${label}, ${fraction(turns)} ${turns < 0 ? 'out' : 'in'}`}
          onClick={() => turn(turns)}
          className="min-h-12 min-w-12 rounded border border-line hover:border-edge"
        >
          {text}
        </button>
      ))}
    </div>
  );
}
