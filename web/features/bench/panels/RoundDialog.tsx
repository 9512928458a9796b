'use client';

import type { RoundStop } from '@amber-needle/core/signal';
import clsx from 'clsx';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import { Button } from '@/components/Button';
import { Modal } from '@/components/Modal';
import { Notice } from '@/components/Notice';
import { type Carried, type RoundMark, roundView, type Shown } from '../view/roundView';

interface RoundDialogProps<E> {
  readonly title: string;
  /** "Hose on", "Meter on": before the cylinder. */
  readonly where: string;
  readonly caution: string;
  readonly carried: Carried<E>;
  /** How the stop at a throat is read; made anew for every stop. */
  readonly stop: (take: (shown: Shown) => void, throat: string, key: number) => ReactNode;
  /** Called when the instrument goes to another throat, and with nothing when the round is over. */
  readonly onGo: (throat: string | undefined) => void;
  readonly onClose: () => void;
  readonly onTake: (event: E) => void;
}

/** An instrument that goes from throat to throat and back to the first: what the engine drifted by meanwhile is taken out. */
export function RoundDialog<E>({ title, where, caution, carried, stop, onGo, onClose, onTake }: RoundDialogProps<E>) {
  const [stops, setStops] = useState<readonly RoundStop[]>([]);
  const begun = useRef(0);
  const { marks, next, returns, verdict, event } = roundView(carried, stops);
  const go = useRef(onGo);
  go.current = onGo;
  useEffect(() => go.current(next), [next]);
  useEffect(() => () => go.current(undefined), []);
  const take = (shown: Shown) => {
    if (next === undefined) return;
    if (stops.length === 0) begun.current = performance.now();
    setStops([...stops, { throat: next, ...shown, atS: (performance.now() - begun.current) / 1000 }]);
  };
  return (
    <Modal open onClose={onClose} title={title}>
      <div className="space-y-5">
        <Marks marks={marks} />
        {next === undefined ? null : (
          <div>
            <p className="font-bold text-3xl" aria-live="polite" data-testid="round-say">
              {returns ? 'Back to' : where} {carried.noun} {next}
            </p>
            <p className="mt-1 text-soft">{caution}</p>
          </div>
        )}
        {next === undefined ? null : stop(take, next, stops.length)}
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
            'min-w-14 border-b-4 px-2 pb-1 text-center',
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
