'use client';

import { mixtureScrews } from '@amber-needle/core/mixture';
import { comesInSizes, type Setup } from '@amber-needle/core/setup';
import { useEffect, useState } from 'react';
import { Button } from '@/components/Button';
import { Select } from '@/components/Select';
import { faultText } from '@/words/faultWords';
import { HoldSpeed } from './HoldSpeed';
import { PracticeScrew, type PracticeTurning } from './PracticeScrew';
import type { PracticeControl } from './usePracticeControl';

/** More screws than this do not fit a row beside the other controls: one is chosen, and it follows the advice. */
const ROOMY = 1;
/** From this temperature on there is nothing to warm up, C. */
const WARM_C = 88;

interface PracticePanelProps {
  readonly control: PracticeControl;
  readonly setup: Setup;
  /** The screw that the advice is about. */
  readonly advised: string | undefined;
  /** The advice wants all hoses on one throat. */
  readonly matching: boolean;
}

/** The practice engine's own controls and screws, as if one stood at it. Turning here is not recorded: the job hears of it by *turned it*. */
export function PracticePanel({ control, setup, advised, matching }: PracticePanelProps) {
  const { state, trouble, ask } = control;
  const cold = state.coolantC < WARM_C;
  const many = state.adjusters.length > ROOMY;
  const [wanted, setWanted] = useState(advised);
  useEffect(() => setWanted(advised), [advised]);
  const chosen = state.adjusters.some(({ id }) => id === wanted) ? wanted : state.adjusters[0]?.id;
  return (
    <section
      aria-label="Practice engine"
      className="flex shrink-0 items-center gap-x-3 gap-y-1 overflow-x-auto border-line border-t px-6 py-1 text-sm *:shrink-0 lg:flex-wrap lg:*:shrink"
    >
      <h2 className="sr-only">Practice engine</h2>
      <Button className="px-3" onClick={() => ask({ do: state.running ? 'stop' : 'start' })}>
        {state.running ? 'Stop engine' : 'Start engine'}
      </Button>
      <Button className="px-3" disabled={!state.running} onClick={() => ask({ do: 'blip' })}>
        Blip
      </Button>
      <HoldSpeed holdRpm={state.holdRpm} running={state.running} ask={ask} />
      <Button className="px-3" onClick={() => ask({ do: 'filters', on: !state.filters })}>
        {state.filters ? 'Filters off' : 'Filters on'}
      </Button>
      {setup.throats.length > 1 && (matching || state.teed !== null) ? (
        <Button className="px-3" onClick={() => ask({ do: 'tee', on: state.teed === null })}>
          {state.teed !== null ? 'Hoses back' : 'Tee the hoses'}
        </Button>
      ) : null}
      {cold || state.choke > 0 ? (
        <Button className="px-3" onClick={() => ask({ do: 'choke', share: state.choke > 0 ? 0 : 1 })}>
          {state.choke > 0 ? 'Choke off' : 'Choke on'}
        </Button>
      ) : null}
      {cold ? (
        <Button className="px-3" onClick={() => ask({ do: 'warmUp' })}>
          Warm up ({state.coolantC} °C)
        </Button>
      ) : null}
      {many ? (
        <Select
          aria-label="Screw to turn"
          className="w-36"
          value={chosen}
          onChange={({ target }) => setWanted(target.value)}
        >
          {state.adjusters.map(({ id, label }) => (
            <option key={id} value={id}>
              {label}
            </option>
          ))}
        </Select>
      ) : null}
      {state.adjusters
        .filter(({ id }) => !many || id === chosen)
        .map(({ id, label }) => (
          <PracticeScrew
            key={id}
            label={label}
            bare={many}
            position={state.positions[id] ?? 0}
            turning={turningOf(setup, id)}
            damaged={state.damaged.includes(id)}
            turn={(turns) => ask({ do: 'turn', adjuster: id, turns })}
          />
        ))}
      {state.couplings.map(({ id, clamped }) => (
        <Button key={id} className="px-3" onClick={() => ask({ do: 'couple', coupling: id, clamped: !clamped })}>
          {clamped ? 'Loosen clamp' : 'Tighten clamp'}
        </Button>
      ))}
      <Ailments control={control} setup={setup} />
      {trouble === undefined ? null : (
        <p role="alert" className="basis-full text-caution">
          {trouble}
        </p>
      )}
    </section>
  );
}

/** What is wrong with the engine: shown, or for the asking. */
function Ailments({ control, setup }: Pick<PracticePanelProps, 'control' | 'setup'>) {
  const [asked, setAsked] = useState(false);
  const faults = control.state.faults ?? (asked ? control.faults : undefined);
  if (faults !== undefined) {
    const text =
      faults.length === 0 ? 'Nothing is wrong with it.' : faults.map((fault) => faultText(setup, fault)).join('; ');
    return <p className="min-w-0 max-w-sm flex-1 text-soft">{text}</p>;
  }
  if (control.faults === undefined || control.faults.length === 0) return null;
  return (
    <Button className="px-3" onClick={() => setAsked(true)}>
      Tell me what is wrong
    </Button>
  );
}

function turningOf(setup: Setup, adjuster: string): PracticeTurning {
  if (comesInSizes(setup, adjuster)) return 'sizes';
  return mixtureScrews(setup).some(({ id }) => id === adjuster) ? 'fine' : 'plain';
}
