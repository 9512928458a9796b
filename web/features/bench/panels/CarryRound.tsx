'use client';

import type { Bare, EventOf } from '@amber-needle/core/job';
import type { Setup } from '@amber-needle/core/setup';
import type { RoundStop } from '@amber-needle/core/signal';
import { isPressureUnit, type PressureUnit } from '@amber-needle/core/units';
import clsx from 'clsx';
import { useEffect, useRef, useState } from 'react';
import { Button } from '@/components/Button';
import { Field } from '@/components/Field';
import { Modal } from '@/components/Modal';
import { Notice } from '@/components/Notice';
import { measured } from '@/words/numbers';
import type { LiveView } from '@/workers/signalProtocol';
import { carriedValue, type RoundMark, roundView, typedValue } from '../view/roundView';
import { UnitChoice } from './UnitChoice';

interface CarryRoundProps {
  readonly setup: Setup;
  readonly live: LiveView | undefined;
  /** Called when the hose goes to another throat, and with nothing when the round is over. */
  readonly onHose: (throat: string | undefined) => void;
  readonly onClose: () => void;
  readonly onTake: (event: Bare<EventOf<'reading'>>) => void;
}

/** One gauge that goes from throat to throat and back to the first: what the engine drifted by meanwhile is taken out. */
export function CarryRound({ setup, live, onHose, onClose, onTake }: CarryRoundProps) {
  const [stops, setStops] = useState<readonly RoundStop[]>([]);
  const [dial, setDial] = useState<Dial>({ unit: 'kpa', band: '0.5' });
  const begun = useRef(0);
  const isLive = live !== undefined;
  const { marks, next, returns, verdict, event } = roundView(setup, stops, {
    live: isLive,
    barometerKPa: live?.barometerKPa,
    speed: live?.reading.speed,
  });
  const hose = useRef(onHose);
  hose.current = onHose;
  useEffect(() => hose.current(next), [next]);
  useEffect(() => () => hose.current(undefined), []);
  const take = (value: Pick<RoundStop, 'depressionKPa' | 'uncertaintyKPa'>) => {
    if (next === undefined) return;
    if (stops.length === 0) begun.current = performance.now();
    setStops([...stops, { throat: next, ...value, atS: (performance.now() - begun.current) / 1000 }]);
  };
  return (
    <Modal open onClose={onClose} title="One gauge, carried round">
      <div className="space-y-5">
        <Marks marks={marks} />
        {next === undefined ? null : (
          <div>
            <p className="font-bold text-3xl" aria-live="polite" data-testid="round-say">
              {returns ? `Back to cylinder ${next}` : `Hose on cylinder ${next}`}
            </p>
            <p className="mt-1 text-soft">Hot and moving parts: mind your hands. Plug the tappings you leave.</p>
          </div>
        )}
        {next === undefined ? null : isLive ? (
          <LiveStop key={stops.length} live={live} onTake={take} />
        ) : (
          <TypedStop key={stops.length} dial={dial} setDial={setDial} onTake={take} />
        )}
        {verdict === undefined ? null : event === undefined ? (
          <Notice>{verdict}</Notice>
        ) : (
          <p className="text-lg" aria-live="polite">
            {verdict}
          </p>
        )}
        <div className="flex gap-3">
          {event === undefined ? null : (
            <Button
              tone="strong"
              autoFocus
              onClick={() => {
                onTake(event);
                onClose();
              }}
            >
              Take the round
            </Button>
          )}
          {stops.length === 0 ? null : (
            <Button onClick={() => setStops(next === undefined ? [] : stops.slice(0, -1))}>
              {next === undefined ? 'Go round again' : 'Read the last again'}
            </Button>
          )}
        </div>
      </div>
    </Modal>
  );
}

function Marks({ marks }: { readonly marks: readonly RoundMark[] }) {
  return (
    <ol className="flex flex-wrap gap-2" aria-label="The round">
      {marks.map(({ key, throat, state, shown }) => (
        <li
          key={key}
          aria-current={state === 'now' ? 'step' : undefined}
          className={clsx(
            'min-w-16 border-b-4 px-2 pb-1 text-center',
            state === 'now' ? 'border-amber' : state === 'read' ? 'border-ink' : 'border-line',
          )}
        >
          <span className="block font-bold text-xl">{throat}</span>
          <span className="block h-6 text-soft">{shown}</span>
        </li>
      ))}
    </ol>
  );
}

type Taken = (value: Pick<RoundStop, 'depressionKPa' | 'uncertaintyKPa'>) => void;

function LiveStop({ live, onTake }: { readonly live: LiveView; readonly onTake: Taken }) {
  const value = carriedValue(live.reading);
  return (
    <div className="flex items-center justify-between gap-4">
      <p className="font-bold text-3xl">
        {value === undefined ? 'settling' : measured(value.depressionKPa, value.uncertaintyKPa, 'kPa')}
      </p>
      <Button tone="strong" disabled={value === undefined} onClick={() => value !== undefined && onTake(value)}>
        Read it
      </Button>
    </div>
  );
}

/** What stays the same from throat to throat: it is one dial. */
interface Dial {
  readonly unit: PressureUnit;
  readonly band: string;
}

interface TypedStopProps {
  readonly dial: Dial;
  readonly setDial: (dial: Dial) => void;
  readonly onTake: Taken;
}

function TypedStop({ dial, setDial, onTake }: TypedStopProps) {
  const [text, setText] = useState('');
  const [unclear, setUnclear] = useState<string>();
  return (
    <form
      noValidate
      className="space-y-4"
      onSubmit={(event) => {
        event.preventDefault();
        const made = typedValue(text, dial);
        if (made.outcome === 'unclear') return setUnclear(made.reason);
        onTake(made.event);
      }}
    >
      <div className="grid grid-cols-3 gap-4">
        <Field
          label="The dial shows"
          inputMode="decimal"
          autoFocus
          value={text}
          onChange={({ target }) => setText(target.value)}
        />
        <UnitChoice
          value={dial.unit}
          onChange={({ target }) => isPressureUnit(target.value) && setDial({ ...dial, unit: target.value })}
        />
        <Field
          label="Read to within ±"
          inputMode="decimal"
          value={dial.band}
          onChange={({ target }) => setDial({ ...dial, band: target.value })}
        />
      </div>
      {unclear === undefined ? null : <Notice>{unclear}</Notice>}
      <Button tone="strong" type="submit">
        Read it
      </Button>
    </form>
  );
}
