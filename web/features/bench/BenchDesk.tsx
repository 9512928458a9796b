'use client';

import { useRouter } from 'next/navigation';
import { type DragEvent, useMemo, useRef, useState } from 'react';
import { Notice } from '@/components/Notice';
import { PanelBoundary } from '@/components/PanelBoundary';
import { BankStrip } from './BankStrip';
import { BenchHeader, type Stage } from './BenchHeader';
import { Fan } from './fan/Fan';
import { Trail } from './fan/Trail';
import { type BenchKey, KeyLegend } from './KeyLegend';
import type { JobLog } from './log/useJobLog';
import { FileReadingPanel } from './panels/FileReadingPanel';
import { PracticePanel } from './panels/PracticePanel';
import { TraceFileInput } from './panels/TraceFileInput';
import { TurnedOtherwise } from './panels/TurnedOtherwise';
import { TypeReading } from './panels/TypeReading';
import { WhyPanel } from './panels/WhyPanel';
import { SayLine } from './SayLine';
import { SpeedReadout } from './SpeedReadout';
import { useSignal } from './signal/useSignal';
import { type BenchActions, useBenchActions } from './useBenchActions';
import { useKeys } from './useKeys';
import { useScale } from './useScale';
import { type BenchView, benchView, jobView } from './view/benchView';
import { signalTroubles } from './view/channelWords';

interface BenchDeskProps {
  readonly jobId: string;
  readonly bench: string;
  readonly log: JobLog;
}

type Panel = 'none' | 'why' | 'type' | 'otherwise';

/** The live view: the fan, what to do, and the bank. */
export function BenchDesk({ jobId, bench, log }: BenchDeskProps) {
  const router = useRouter();
  const [panel, setPanel] = useState<Panel>('none');
  const [flipped, setFlipped] = useState(false);
  const fileInput = useRef<HTMLInputElement>(null);
  const strokes = log.events[0]?.kind === 'opened' ? log.events[0].setup.engine.strokes : 4;
  const signal = useSignal(bench, strokes);
  const phase = signal.live?.reading.phase;
  const known = useMemo(() => jobView(log.events, phase), [log.events, phase]);
  const view = benchView(known, signal.live, signal.listening);
  const { job, phrase, advice } = view;
  const { targets } = job.setup;
  const actions = useBenchActions(log, view, signal);
  const keys = benchKeys(view, actions, {
    open: setPanel,
    flip: () => setFlipped(!flipped),
    report: () => router.push(`/jobs/${jobId}`),
    file: () => fileInput.current?.click(),
  });
  useKeys(keys);
  const drawn = view.atRest ? [] : view.needles;
  const end = useScale([...drawn.map(({ deviation }) => deviation), ...view.ghosts], targets.spreadKPa);
  const troubles = signal.live === undefined ? [] : signalTroubles(job.setup, signal.live.now);
  const isPractice = signal.gauge.state === 'live' && signal.gauge.practice;
  const drop = (event: DragEvent) => {
    event.preventDefault();
    const [file] = event.dataTransfer.files;
    if (file !== undefined) signal.readFile(file);
  };
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: dropping a file is a shortcut; the key legend has a button for the same
    <div
      className="flex min-h-dvh flex-col lg:h-dvh lg:overflow-hidden"
      onDragOver={(event) => event.preventDefault()}
      onDrop={drop}
      onClickCapture={releaseFocus}
      data-latest={signal.live?.latestS}
    >
      <BenchHeader machine={job.machine} jobId={jobId} stage={stageOf(view)} signal={signal} log={log} />
      <main className="grid grid-cols-1 lg:min-h-0 lg:flex-1 lg:grid-cols-[1fr_27rem]">
        <h1 className="sr-only">Bench, {job.machine}</h1>
        <div className="relative lg:min-h-0">
          <p className="top-4 left-6 text-soft max-lg:px-6 max-lg:pt-3 lg:absolute">kPa from the group, scale ±{end}</p>
          <PanelBoundary name="The fan">
            <Fan
              needles={drawn}
              ghosts={view.ghosts}
              spreadKPa={targets.spreadKPa}
              end={end}
              stale={signal.live === undefined}
            />
          </PanelBoundary>
          <div className="inset-x-6 bottom-3 flex items-end justify-between gap-4 px-6 lg:absolute lg:px-0">
            <Trail fans={view.trail} spreadKPa={targets.spreadKPa} />
            <SpeedReadout rpm={view.speedRpm} targets={targets} />
          </div>
          <div className="absolute inset-x-6 top-12 mx-auto max-w-2xl space-y-2">
            {signal.problem === undefined ? null : <Notice onDismiss={signal.dismissProblem}>{signal.problem}</Notice>}
            {troubles.map((trouble) => (
              <Notice key={trouble}>{trouble}</Notice>
            ))}
          </div>
        </div>
        <aside className="flex min-h-0 flex-col gap-4 overflow-y-auto border-line px-7 pt-6 pb-2 lg:border-l">
          <SayLine phrase={phrase} advice={advice} />
          <div className="mt-auto">
            <KeyLegend keys={keys} />
          </div>
        </aside>
      </main>
      {isPractice ? (
        <PanelBoundary name="The practice engine">
          <PracticePanel bench={bench} />
        </PanelBoundary>
      ) : null}
      <footer className="flex border-line border-t bg-raise py-2 lg:h-40">
        <PanelBoundary name="The bank">
          <BankStrip job={job} needles={view.needles} atRest={view.atRest} flipped={flipped} advised={view.advised} />
        </PanelBoundary>
      </footer>
      {panel === 'why' ? <WhyPanel phrase={phrase} onClose={() => setPanel('none')} /> : null}
      {panel === 'type' ? (
        <TypeReading setup={job.setup} onClose={() => setPanel('none')} onTake={actions.propose} />
      ) : null}
      {panel === 'otherwise' ? (
        <TurnedOtherwise
          job={job}
          adjuster={view.advised}
          onClose={() => setPanel('none')}
          onTurned={(adjuster, turns) => {
            actions.turned(adjuster, turns);
            setPanel('none');
          }}
        />
      ) : null}
      <TraceFileInput input={fileInput} onFile={signal.readFile} />
      <FileReadingPanel setup={job.setup} file={signal.file} onClose={signal.clearFile} onTake={actions.takeFile} />
    </div>
  );
}

/** A pointer leaves no focus on a button behind: else the next press of Space would push it again, not the bench's own key. */
function releaseFocus(event: { readonly detail: number; readonly target: EventTarget }) {
  if (event.detail === 0 || !(event.target instanceof Element)) return;
  event.target.closest<HTMLElement>('button')?.blur();
}

function stageOf({ job, advice }: BenchView): Stage {
  if (job.status === 'finished' || advice.kind === 'done') return 'Finish';
  if (advice.kind === 'couple' || job.clamped.length > 0) return 'Couple';
  return advice.kind === 'read' && advice.purpose === 'zeroGauges' ? 'Zero' : 'Balance at idle';
}

interface Doors {
  open(panel: Panel): void;
  flip(): void;
  report(): void;
  file(): void;
}

function benchKeys({ action, job, advice }: BenchView, actions: BenchActions, doors: Doors): readonly BenchKey[] {
  const open = job.status === 'open';
  const main = { key: ' ', cap: 'Space', label: action.label, strong: true, disabled: action.do === 'blocked' };
  const undo: BenchKey = { key: 'u', cap: 'U', label: 'undo', run: actions.undo };
  if (!open) return [{ ...main, label: 'see the report', disabled: false, run: doors.report }, undo];
  return [
    { ...main, run: () => runPrimary(action, actions, doors) },
    { key: 'r', cap: 'R', label: 'read now', run: actions.takeReading },
    { key: 'o', cap: 'O', label: 'otherwise', run: () => doors.open('otherwise') },
    { key: 'w', cap: 'W', label: 'why', run: () => doors.open('why') },
    undo,
    { key: 't', cap: 'T', label: 'type it', run: () => doors.open('type') },
    { key: 'd', cap: 'D', label: 'trace file', run: doors.file },
    { key: 'v', cap: 'V', label: 'flip view', run: doors.flip },
    ...(advice.kind === 'done' ? [] : [{ key: 'f', cap: 'F', label: 'leave as is', run: actions.finish }]),
  ];
}

function runPrimary(action: BenchView['action'], actions: BenchActions, doors: Doors): void {
  switch (action.do) {
    case 'zero':
      return actions.takeZero();
    case 'read':
      return actions.takeReading();
    case 'type':
      return doors.open('type');
    case 'turned':
      return actions.turned(action.adjuster, action.turns);
    case 'coupled':
      return actions.coupled(action.coupling, action.state);
    case 'finish':
      return actions.finish();
    case 'blocked':
      return undefined;
  }
}
