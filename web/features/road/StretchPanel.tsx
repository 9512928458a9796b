'use client';

import { REGIMES, type Regime, type Relabelled } from '@amber-needle/core/road';
import { Button } from '@/components/Button';
import { Select } from '@/components/Select';
import { REGIME_WORDS } from '@/words/roadWords';
import type { StretchAt } from './RegimeBar';

interface StretchPanelProps {
  readonly chosen: StretchAt;
  readonly label: string;
  readonly open: boolean;
  readonly onSay: (as: Relabelled['as'] | 'asTold') => void;
  readonly onClose: () => void;
}

/** What a stretch is to be called instead, or that it is left out; what the log told comes back by one button. */
export function StretchPanel({ chosen, label, open, onSay, onClose }: StretchPanelProps) {
  const { stretch } = chosen;
  const isRegime = (name: string): name is Regime => REGIMES.some((each) => each === name);
  return (
    <section
      aria-label="The chosen stretch"
      className="flex flex-wrap items-center gap-3 border-line border-t px-6 py-2"
    >
      <p>
        {label}, {clock(stretch.from)} to {clock(stretch.to)}
        {stretch.by === 'hand' ? <span className="text-soft">, named by hand</span> : null}
      </p>
      <Select
        aria-label="It is"
        className="w-44"
        disabled={!open}
        value={stretch.leftOut ? 'leftOut' : stretch.regime}
        onChange={({ target: { value } }) => (value === 'leftOut' || isRegime(value)) && onSay(value)}
      >
        {REGIMES.map((regime) => (
          <option key={regime} value={regime}>
            {REGIME_WORDS[regime].toLowerCase()}
          </option>
        ))}
        <option value="leftOut">left out</option>
      </Select>
      {stretch.by === 'hand' ? (
        <Button disabled={!open} onClick={() => onSay('asTold')}>
          As the log tells it
        </Button>
      ) : null}
      <Button className="ml-auto" onClick={onClose}>
        Done
      </Button>
    </section>
  );
}

function clock(seconds: number): string {
  return `${Math.floor(seconds / 60)}:${(seconds % 60).toFixed(1).padStart(4, '0')}`;
}
