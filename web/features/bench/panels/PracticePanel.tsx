'use client';

import { useCallback, useEffect, useState } from 'react';
import { Button } from '@/components/Button';
import { fraction, positionText } from '@/words/turns';
import { type PracticeCommand, type PracticeState, practice } from './practiceClient';

const STEPS = [
  { turns: -0.25, text: '−¼' },
  { turns: -0.0625, text: '−1/16' },
  { turns: 0.0625, text: '+1/16' },
  { turns: 0.25, text: '+¼' },
];

/** The practice engine's own screws, as if one stood at it. Turning here is not recorded: the job hears of it by *turned it*. */
export function PracticePanel({ bench }: { readonly bench: string }) {
  const [state, setState] = useState<PracticeState>();
  const [trouble, setTrouble] = useState<string>();
  const ask = useCallback(
    async (command?: PracticeCommand) => {
      const answer = await practice(bench, command);
      if (answer.outcome === 'done') setState(answer.state);
      setTrouble(answer.outcome === 'done' ? undefined : answer.reason);
    },
    [bench],
  );
  useEffect(() => {
    void ask();
  }, [ask]);
  if (state === undefined) return null;
  return (
    <section aria-label="Practice engine" className="w-fit rounded border border-line bg-ground/90 px-4 py-2 text-sm">
      <div className="flex items-center justify-between gap-4">
        <h2 className="text-soft">Practice engine</h2>
        <Button className="px-3" onClick={() => ask({ do: state.running ? 'stop' : 'start' })}>
          {state.running ? 'Stop engine' : 'Start engine'}
        </Button>
      </div>
      <ul className="mt-1">
        {state.adjusters.map(({ id, label }) => (
          <li key={id} className="flex items-center gap-1">
            <span className="w-24 font-bold">{label}</span>
            {STEPS.map(({ turns, text }) => (
              <button
                key={turns}
                type="button"
                aria-label={`${label}, ${fraction(turns)} ${turns < 0 ? 'out' : 'in'}`}
                onClick={() => ask({ do: 'turn', adjuster: id, turns })}
                className="min-h-12 min-w-12 rounded border border-line px-1 font-mono hover:border-edge"
              >
                {text}
              </button>
            ))}
            <span className="w-20 pl-2 text-right text-soft">{positionText(state.positions[id] ?? 0)}</span>
          </li>
        ))}
        {state.couplings.map(({ id, label, clamped }) => (
          <li key={id} className="mt-1 flex items-center justify-between gap-3">
            <span className="font-bold">{label}</span>
            <Button className="px-3" onClick={() => ask({ do: 'couple', coupling: id, clamped: !clamped })}>
              {clamped ? 'Loosen' : 'Clamp'}
            </Button>
          </li>
        ))}
      </ul>
      {trouble === undefined ? null : (
        <p role="alert" className="mt-2 max-w-xs text-caution">
          {trouble}
        </p>
      )}
    </section>
  );
}
