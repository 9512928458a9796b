'use client';

import { useCallback, useEffect, useState } from 'react';
import { Button } from '@/components/Button';
import { fraction, positionText } from '@/words/turns';
import { type PracticeCommand, type PracticeState, practice } from './practiceClient';

const LOOK_EVERY_MS = 3000;

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
    // Another browser or the stand-in's own API may have turned something.
    const look = setInterval(() => void ask(), LOOK_EVERY_MS);
    return () => clearInterval(look);
  }, [ask]);
  if (state === undefined) return null;
  return (
    <section
      aria-label="Practice engine"
      className="flex flex-wrap items-center justify-between gap-x-4 gap-y-1 border-line border-t px-6 py-1 text-sm lg:flex-nowrap lg:overflow-x-auto"
    >
      <h2 className="sr-only">Practice engine</h2>
      <Button
        className="shrink-0 px-3"
        onClick={() => ask({ do: state.running ? 'stop' : 'start' })}
        aria-label={state.running ? 'Stop engine' : 'Start engine'}
      >
        {state.running ? 'Stop' : 'Start'}
      </Button>
      <Button className="shrink-0 px-3" disabled={!state.running} onClick={() => ask({ do: 'blip' })}>
        Blip
      </Button>
      {state.adjusters.map(({ id, label }) => (
        <fieldset key={id} className="flex shrink-0 items-center gap-1">
          <legend className="sr-only">{label}</legend>
          <p className="w-17 leading-tight">
            <b>{label}</b>
            <br />
            <span className="text-soft">{positionText(state.positions[id] ?? 0)}</span>
          </p>
          {STEPS.map(({ turns, text }) => (
            <button
              key={turns}
              type="button"
              aria-label={`${label}, ${fraction(turns)} ${turns < 0 ? 'out' : 'in'}`}
              onClick={() => ask({ do: 'turn', adjuster: id, turns })}
              className="min-h-12 min-w-12 rounded border border-line hover:border-edge"
            >
              {text}
            </button>
          ))}
        </fieldset>
      ))}
      {state.couplings.map(({ id, clamped }) => (
        <Button
          key={id}
          className="shrink-0 px-3"
          onClick={() => ask({ do: 'couple', coupling: id, clamped: !clamped })}
        >
          {clamped ? 'Loosen clamp' : 'Tighten clamp'}
        </Button>
      ))}
      {trouble === undefined ? null : (
        <p role="alert" className="text-caution">
          {trouble}
        </p>
      )}
    </section>
  );
}
