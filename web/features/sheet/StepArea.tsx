'use client';

import { calculatorsFor } from '@amber-needle/core/figures';
import type { Bare, Job } from '@amber-needle/core/job';
import { fittingOf } from '@amber-needle/core/setup';
import {
  cameOffOf,
  cautionStep,
  type IdleDrop,
  type Place,
  partsOf,
  quantityOf,
  type Row,
  readTyped,
  type Sheet,
  type SheetStage,
  type Spot,
  timedTestOf,
} from '@amber-needle/core/sheet';
import { fromUnit, MEASURE_UNITS } from '@amber-needle/core/units';
import { useRef, useState } from 'react';
import { useKeys } from '@/features/bench/useKeys';
import { type Action, keyFor, namedKey } from '@/words/keys';
import { Appointments } from './Appointments';
import { CautionBox } from './CautionBox';
import { FigureInput } from './FigureInput';
import { FiguresDialog } from './FiguresDialog';
import { MainKey } from './MainKey';
import { NoteDialog } from './NoteDialog';
import { PartsDialog } from './PartsDialog';
import { PhotoStrip } from './PhotoStrip';
import { RefitOrder } from './RefitOrder';
import { SkipDialog } from './SkipDialog';
import { StepHead } from './StepHead';
import { TimerPanel } from './TimerPanel';
import { usePhotos } from './usePhotos';
import { useServerClock } from './useServerClock';
import { mainKeyText } from './view/mainKeyText';
import { idleDropText, neighbour, sistersHave, specText, type UnitsChosen, unitOf } from './view/sheetView';

interface StepAreaProps {
  readonly jobId: string;
  readonly job: Job;
  readonly sheet: Sheet;
  readonly stage: SheetStage;
  readonly row: Row;
  readonly here: Spot;
  readonly open: boolean;
  readonly idleDrop: IdleDrop | undefined;
  readonly units: UnitsChosen;
  readonly onUnits: (units: UnitsChosen) => void;
  readonly onSay: (event: Bare) => boolean;
  readonly onGo: (spot: Spot) => void;
  /** The step is done, up to this place where it is another: on to the next. */
  readonly onDone: (upTo?: Place) => void;
  readonly onUndo: () => void;
  readonly onLeave: (to: 'bench' | 'suspects') => void;
}

/** One thing to do, in the largest words, and the keys that do it. */
export function StepArea(props: StepAreaProps) {
  const { jobId, job, sheet, stage, row, here, open, idleDrop, units, onUnits, onSay, onGo, onDone, onUndo, onLeave } =
    props;
  const { step } = row;
  const quantity = step.does === 'measure' ? quantityOf(step.quantity) : undefined;
  const unit = unitOf(quantity, units);
  const cell = row.cells.find(({ place }) => place === here.place) ?? row.cells[0];
  const place = cell?.place;
  const [text, setText] = useState('');
  const [error, setError] = useState<string>();
  const [dialog, setDialog] = useState<'none' | 'skip' | 'note' | 'parts' | 'figures'>('none');
  const chooser = useRef<HTMLInputElement>(null);
  const photos = usePhotos({ jobId, job, step: step.id, place, onSay });
  const calculators = calculatorsFor(step.id);
  // Found first; once that stands, what is written next is what it was set to.
  const [when, setWhen] = useState<'found' | 'set'>(
    cell?.found === undefined || cell.state === 'open' ? 'found' : 'set',
  );
  const now = useServerClock();
  const unread = step.cautions.filter((id) => !sheet.read.includes(id));
  const sisters = quantity === undefined ? undefined : sistersHave(row, place, when);
  const test = step.does === 'time' ? timedTestOf(step.id) : undefined;
  const at = place === undefined ? {} : { place };

  const write = (typed: string, result: Extract<Bare, { kind: 'measured' }>['result']) => {
    if (quantity === undefined) return;
    if (onSay({ kind: 'measured', quantity: quantity.id, ...at, when, typed, result })) onDone();
  };
  const enterFigure = () => {
    if (unit === undefined) return;
    if (text.trim() === '') {
      if (typeof sisters?.value === 'number' && sisters.unit !== undefined)
        write(sisters.typed, { is: 'figure', value: sisters.value, unit: sisters.unit });
      return;
    }
    const read = readTyped(text);
    if (read.outcome === 'unreadable') return setError(read.reason);
    write(text.trim(), { is: 'figure', value: fromUnit(read.value, unit), unit });
  };
  const choose = (choice: string, words: string) => write(words.slice(0, 40), { is: 'choice', choice });
  const readCautions = () => {
    for (const id of unread) onSay({ kind: 'stepDone', step: cautionStep(id) });
  };
  const main = () => {
    if (!open) return;
    if (unread.length > 0) return readCautions();
    if (step.does === 'go') return onLeave(step.to);
    if (step.does === 'do' && onSay({ kind: 'stepDone', step: step.id, ...at })) return onDone();
    if (quantity?.kind === 'figure') return enterFigure();
    if (quantity?.kind === 'choice') {
      const [right] = quantity.choices;
      choose(right.id, right.text);
    }
  };
  const nextUnit = () => {
    if (quantity?.kind !== 'figure' || unit === undefined) return;
    const next = quantity.units[(quantity.units.indexOf(unit) + 1) % quantity.units.length];
    if (next !== undefined) onUnits({ ...units, [quantity.id]: next });
  };
  const sides: readonly { readonly action: Action; readonly label: string; readonly run: () => void }[] = [
    { action: 'skip', label: 'skip, why', run: () => setDialog('skip') },
    ...(quantity?.kind === 'figure' && quantity.units.length > 1
      ? [
          {
            action: 'unit' as const,
            label: quantity.units.map((each) => MEASURE_UNITS[each].name).join(', '),
            run: nextUnit,
          },
        ]
      : []),
    ...(quantity === undefined
      ? []
      : [
          {
            action: 'setIt' as const,
            label: when === 'found' ? 'write what it was set to' : 'write it as found',
            run: () => setWhen(when === 'found' ? 'set' : 'found'),
          },
        ]),
    { action: 'photo', label: 'photo', run: () => chooser.current?.click() },
    { action: 'noteIt', label: 'note', run: () => setDialog('note') },
    { action: 'parts', label: 'parts', run: () => setDialog('parts') },
    ...(calculators.length === 0
      ? []
      : [{ action: 'figures' as const, label: 'figures', run: () => setDialog('figures') }]),
    { action: 'undo', label: 'undo', run: onUndo },
  ];
  const arrow = (by: 'left' | 'right' | 'up' | 'down') => onGo(neighbour(stage, here, by));
  const marks = test?.marks === 'overflow';
  useKeys(
    open
      ? [
          ...sides.map(({ action, label, run }) => ({ ...keyFor(action), label, run })),
          ...(['left', 'right', 'up', 'down'] as const).map((by) => ({
            ...namedKey(`arrow${by}`),
            label: by,
            run: () => arrow(by),
          })),
          ...(test === undefined || unread.length > 0 ? [{ ...namedKey('enter'), label: 'main', run: main }] : []),
          ...(quantity?.kind === 'choice' && unread.length === 0
            ? quantity.choices.map(({ id, text: words }, i) => ({
                ...namedKey(String(i + 1)),
                label: words,
                run: () => choose(id, words),
              }))
            : []),
        ]
      : [],
  );
  // Choices and timers have their keys where they are.
  const hasKeys = unread.length === 0 && (quantity?.kind === 'choice' || test !== undefined);
  return (
    <section aria-label="The step" className="grid shrink-0 border-line border-b md:grid-cols-[1fr_21rem]">
      <div className="min-w-0 px-6 py-5">
        <StepHead
          row={row}
          place={place}
          when={when}
          spec={step.id === 'finalIdle' ? idleDropText(idleDrop, job.setup.targets.idleRpm) : specText(row, units)}
          onGo={onGo}
        />
        <CautionBox cautions={unread} />
        {step.id === 'refitted' && cameOffOf(job).length > 0 ? <RefitOrder cameOff={cameOffOf(job)} /> : null}
        {step.id === 'coldStarted' && open ? (
          <Appointments
            jobId={jobId}
            made={job.sheet.filter((event) => event.kind === 'appointment')}
            isMarine={fittingOf(job.setup).cooling === 'seaWater'}
            now={now}
            onSay={onSay}
          />
        ) : null}
        {quantity?.kind === 'choice' && unread.length === 0 ? (
          <div className="mt-4 grid max-w-2xl gap-3 sm:grid-cols-2">
            {quantity.choices.map(({ id, text: words }, i) => (
              <MainKey
                key={id}
                cap={i === 0 ? 'Enter' : String(i + 1)}
                text={words}
                quiet={i > 0}
                disabled={!open}
                onPress={() => choose(id, words)}
              />
            ))}
          </div>
        ) : null}
        {quantity?.kind === 'figure' && open && unread.length === 0 ? (
          <FigureInput
            label={`${quantity.name}${place === undefined ? '' : ` ${place}`}${when === 'set' ? ', set' : ''}`}
            unit={unit === undefined ? '' : MEASURE_UNITS[unit].name}
            value={text}
            error={error}
            onChange={(next) => {
              setText(next);
              setError(undefined);
            }}
            onEnter={enterFigure}
            onArrow={arrow}
            onLetter={(letter) => sides.find(({ action }) => keyFor(action).key === letter)?.run()}
          />
        ) : null}
        {test !== undefined && open && unread.length === 0 ? (
          <TimerPanel
            jobId={jobId}
            setup={job.setup}
            test={test}
            place={place}
            run={cell?.run}
            now={now}
            onSay={(what) => onSay({ kind: 'timed', test: test.id, ...at, what })}
            onSuspects={() => onLeave('suspects')}
          />
        ) : null}
        <PhotoStrip photos={photos.shown} chooser={chooser} busy={photos.busy} onFiles={photos.keep} />
      </div>
      <aside className="space-y-3 border-line px-5 py-5 max-md:border-t md:border-l" aria-label="Keys">
        {hasKeys ? null : (
          <MainKey
            cap="Enter"
            text={mainKeyText({ step, unread: unread.length, typed: text, sisters, row, unit })}
            disabled={
              !open || (quantity?.kind === 'figure' && unread.length === 0 && text === '' && sisters === undefined)
            }
            onPress={main}
          />
        )}
        <ul className="flex flex-wrap gap-x-4 text-soft">
          {sides.map(({ action, label, run }) => (
            <li key={action}>
              <button
                type="button"
                disabled={!open}
                aria-keyshortcuts={keyFor(action).spoken}
                onClick={run}
                className="flex min-h-11 items-center gap-2 hover:text-ink disabled:opacity-50"
              >
                <kbd className="rounded border border-edge px-2 font-mono text-sm">{keyFor(action).cap}</kbd>
                {label}
              </button>
            </li>
          ))}
        </ul>
        {marks ? (
          <p className="text-soft text-sm">The timer runs on the server’s clock: it survives a reload.</p>
        ) : null}
        {open ? null : <p className="text-soft">The job is closed. Open it again on its report to go on.</p>}
      </aside>
      {dialog === 'skip' ? (
        <SkipDialog
          order={step.order}
          onSkip={(reason) => {
            setDialog('none');
            // Nothing of the row was begun: it is left out whole, and asked about once.
            const whole = row.cells.every(({ state }) => state === 'open');
            const last = whole ? row.cells.at(-1)?.place : place;
            if (onSay({ kind: 'stepSkipped', step: step.id, ...(whole ? {} : at), reason })) onDone(last);
          }}
          onClose={() => setDialog('none')}
        />
      ) : null}
      {dialog === 'parts' ? (
        <PartsDialog
          machine={job.machine}
          parts={partsOf(job)}
          cameOff={cameOffOf(job)}
          onSay={onSay}
          onClose={() => setDialog('none')}
        />
      ) : null}
      {dialog === 'figures' ? <FiguresDialog calculators={calculators} onClose={() => setDialog('none')} /> : null}
      {dialog === 'note' ? (
        <NoteDialog
          onSave={(note) => {
            setDialog('none');
            onSay({ kind: 'note', text: note });
          }}
          onClose={() => setDialog('none')}
        />
      ) : null}
    </section>
  );
}
