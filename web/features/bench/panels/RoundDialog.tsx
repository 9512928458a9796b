'use client';

import clsx from 'clsx';
import { type ReactNode, useEffect, useRef } from 'react';
import { Button } from '@/components/Button';
import { Modal } from '@/components/Modal';
import { Notice } from '@/components/Notice';
import { type Carried, type RoundMark, roundView, type Shown } from '../view/roundView';
import { useRoundDraft } from './useRoundDraft';

interface RoundDialogProps<E> {
  readonly title: string;
  /** "Hose on", "Meter on": before the cylinder. */
  readonly where: string;
  readonly caution: string;
  readonly carried: Carried<E>;
  /** Under this name an unfinished round is kept: a reload or Escape loses no stop. */
  readonly draft: string;
  /** How the stop at a throat is read; made anew for every stop. */
  readonly stop: (take: (shown: Shown) => void, throat: string, key: number) => ReactNode;
  /** Called when the instrument goes to another throat, and with nothing when the round is over. */
  readonly onGo: (throat: string | undefined) => void;
  readonly onClose: () => void;
  readonly onTake: (event: E) => void;
}

/** An instrument that goes from throat to throat and back to the first: what the engine drifted by meanwhile is taken out. */
export function RoundDialog<E>({
  title,
  where,
  caution,
  carried,
  draft,
  stop,
  onGo,
  onClose,
  onTake,
}: RoundDialogProps<E>) {
  const { stops, setStops, taken, resumed, clear } = useRoundDraft(draft, carried.throats);
  const { marks, next, returns, verdict, event } = roundView(carried, stops);
  const go = useRef(onGo);
  go.current = onGo;
  useEffect(() => go.current(next), [next]);
  useEffect(() => () => go.current(undefined), []);
  const take = (shown: Shown) => {
    if (next !== undefined) setStops([...stops, { throat: next, ...shown, atS: taken() }]);
  };
  return (
    <Modal open onClose={onClose} title={title}>
      <div className="space-y-5">
        <Marks marks={marks} />
        {resumed && next !== undefined ? (
          <p className="flex flex-wrap items-center gap-x-4">
            This round was left unfinished; it goes on where it was.
            <Button onClick={clear}>Start again</Button>
          </p>
        ) : null}
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
                clear();
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
