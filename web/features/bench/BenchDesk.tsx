'use client';

import { workStage } from '@amber-needle/core/advice';
import { type Setup, toleranceOf } from '@amber-needle/core/setup';
import { earBeatHz } from '@amber-needle/core/signal';
import { useRouter } from 'next/navigation';
import { type DragEvent, useEffect, useMemo, useRef, useState } from 'react';
import { PanelBoundary } from '@/components/PanelBoundary';
import { type DeviceUnit, nextUnit, shownIn } from '@/words/deviceUnit';
import { type Advised, isSameLog } from './advice/adviceLine';
import { useAdvice } from './advice/useAdvice';
import { BankStrip } from './BankStrip';
import { BenchHeader } from './BenchHeader';
import { BenchNotices } from './BenchNotices';
import { benchKeys } from './benchKeys';
import { FanArea } from './FanArea';
import { useLearning } from './instruments/useLearning';
import { KeyLegend } from './KeyLegend';
import type { JobLog } from './log/useJobLog';
import { FindingLines } from './mixture/FindingLines';
import { HillChart } from './mixture/HillChart';
import { MixtureArea } from './mixture/MixtureArea';
import { MixtureStrip } from './mixture/MixtureStrip';
import { FileReadingPanel } from './panels/FileReadingPanel';
import { OwnKeysPanel } from './panels/OwnKeysPanel';
import { type Panel, Panels } from './panels/Panels';
import { SourceTablePanel } from './panels/SourceTablePanel';
import { TraceFileInput } from './panels/TraceFileInput';
import { PracticePanel } from './practice/PracticePanel';
import { PracticeSetup } from './practice/PracticeSetup';
import { usePracticeControl } from './practice/usePracticeControl';
import { SayLine } from './SayLine';
import { type Signal, useSignal } from './signal/useSignal';
import { useEar } from './sound/useEar';
import { useBenchActions } from './useBenchActions';
import { useDeviceUnit } from './useDeviceUnit';
import { useOwnKeys } from './useOwnKeys';
import { benchView, jobView } from './view/benchView';
import type { Needle } from './view/needles';

interface BenchDeskProps {
  readonly jobId: string;
  readonly bench: string;
  readonly setup: Setup;
  readonly log: JobLog;
  readonly initial: Advised;
  readonly unit: DeviceUnit;
}

/** The live view: the fan, what to do, and the bank. */
export function BenchDesk({ jobId, bench, setup, log, initial, unit: firstUnit }: BenchDeskProps) {
  const router = useRouter();
  const [panel, setPanel] = useState<Panel>('none');
  const [flipped, setFlipped] = useState(false);
  const [chosenFan, setChosenFan] = useState<'balance' | 'mixture'>();
  const [unit, switchUnit] = useDeviceUnit(firstUnit);
  const fileInput = useRef<HTMLInputElement>(null);
  const signal = useSignal({ jobId, bench, setup });
  const control = usePracticeControl({ jobId, bench, setup }, signal);
  const phase = signal.live?.reading.phase;
  const advised = useAdvice(initial, log.events, phase);
  const known = useMemo(() => jobView(advised), [advised]);
  const view = benchView(known, signal.live, {
    listening: signal.listening,
    teed: control && control.state.teed !== null,
    unit,
    elsewhere: control?.mount !== undefined,
    thinking: !isSameLog(advised.events, log.events),
  });
  const { job, phrase, advice } = view;
  const [ownKeys, setOwnKeys] = useOwnKeys();
  const ear = useEar({
    beatHz: signal.live === undefined ? undefined : earBeatHz(spreadOf(view.needles), toleranceOf(setup)),
    due: view.action.do !== 'blocked',
  });
  useLearning(job, view.gauges, signal.live);
  const actions = useBenchActions(log, view, signal);
  const due = advice.kind === 'mixture' || view.mixture?.plan.order === 'mixtureOnly' ? 'mixture' : 'balance';
  // Chosen by hand it stays only until something else is due.
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is due is the reason, not a value that is used
  useEffect(() => setChosenFan(undefined), [due]);
  const shows = view.mixture === undefined ? 'balance' : (chosenFan ?? due);
  const step = advice.kind === 'mixture' ? advice.step : undefined;
  const hill = view.mixture?.report.hill;
  const keys = benchKeys(view, actions, {
    fan: {
      shows,
      turn: () => setChosenFan(shows === 'mixture' ? 'balance' : 'mixture'),
    },
    open: setPanel,
    flip: () => setFlipped(!flipped),
    ear: { next: ear.next, run: ear.switchOn },
    unit: { name: shownIn('depression', { ...unit, pressure: nextUnit(unit.pressure) }).name, run: switchUnit },
    sources: () => setPanel('sources'),
    ...(control?.mount === undefined ? {} : { mount: control.mount }),
    report: () => router.push(`/jobs/${jobId}`),
    practising: signal.practice.choices !== undefined,
    allGauged: setup.throats.every(({ id }) => isSending(signal, id)),
    ...(signal.practice.choices === undefined ? { file: () => fileInput.current?.click() } : {}),
    practise: () => setPanel('practice'),
  });
  const drop = (event: DragEvent) => {
    event.preventDefault();
    const [file] = event.dataTransfer.files;
    if (file !== undefined) signal.readFile(file);
  };
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: dropping a file is a shortcut; the key legend has a button for the same
    <div
      className="flex h-dvh flex-col overflow-hidden"
      onDragOver={(event) => event.preventDefault()}
      onDrop={drop}
      onClickCapture={releaseFocus}
      data-latest={signal.live?.latestS}
    >
      <BenchHeader
        machine={job.machine}
        jobId={jobId}
        stage={workStage(view.job, view.advice)}
        couples={job.setup.couplings.length > 0}
        mixes={view.mixture !== undefined}
        signal={signal}
        log={log}
        onSources={() => setPanel('sources')}
      />
      <main className="grid min-h-0 flex-1 grid-cols-1 grid-rows-[minmax(0,1fr)_auto] lg:grid-cols-[1fr_27rem] lg:grid-rows-1">
        <h1 className="sr-only">Bench, {job.machine}</h1>
        {shows === 'mixture' && view.mixture !== undefined ? (
          <MixtureArea told={view.mixture} step={step} rpm={view.speedRpm} targets={setup.targets} />
        ) : (
          <FanArea view={view} signal={signal} unit={unit} />
        )}
        <aside className="flex min-h-0 flex-col gap-2 border-line px-4 py-2 max-lg:border-t sm:px-5 lg:gap-4 lg:overflow-y-auto lg:border-l lg:pt-6">
          <SayLine phrase={phrase} advice={view.action.do === 'mount' ? undefined : advice} />
          {shows === 'mixture' && hill !== undefined ? (
            <HillChart hill={hill} label={setup.adjusters.find(({ id }) => id === hill.adjuster)?.label ?? ''} />
          ) : null}
          <div className="mt-auto">
            <KeyLegend keys={keys} onChooseKeys={() => setPanel('keys')} />
          </div>
        </aside>
      </main>
      <BenchNotices view={view} signal={signal} />
      {shows === 'mixture' && view.mixture !== undefined ? (
        <FindingLines setup={setup} findings={view.mixture.report.findings} />
      ) : null}
      {control === undefined || control.mount !== undefined ? null : (
        <PanelBoundary name="The practice engine">
          <PracticePanel
            control={control}
            setup={setup}
            advised={view.advised}
            matching={view.advice.kind === 'read' && view.advice.purpose === 'matchGauges'}
          />
        </PanelBoundary>
      )}
      <footer className="flex shrink-0 border-line border-t bg-raise py-2 lg:h-40">
        <PanelBoundary name="The bank">
          {shows === 'mixture' && view.mixture !== undefined ? (
            <MixtureStrip
              setup={setup}
              circuits={view.mixture.report.circuits}
              advised={view.advised}
              flipped={flipped}
            />
          ) : (
            <BankStrip
              job={job}
              needles={view.needles}
              atRest={view.atRest}
              unit={unit}
              flipped={flipped}
              advised={view.advised}
            />
          )}
        </PanelBoundary>
      </footer>
      {panel === 'keys' ? <OwnKeysPanel own={ownKeys} onChoose={setOwnKeys} onClose={() => setPanel('none')} /> : null}
      {panel === 'practice' ? (
        <PracticeSetup setup={setup} practice={signal.practice} onClose={() => setPanel('none')} />
      ) : null}
      <Panels
        jobId={jobId}
        panel={panel}
        open={setPanel}
        file={() => fileInput.current?.click()}
        close={() => setPanel('none')}
        view={view}
        actions={actions}
        signal={signal}
        control={control}
      />
      <TraceFileInput input={fileInput} onFile={signal.readFile} />
      <FileReadingPanel
        setup={job.setup}
        file={signal.file}
        onClose={signal.clearFile}
        onTake={actions.takeFile}
        onDescribe={signal.describeFile}
      />
      <SourceTablePanel signal={signal} />
    </div>
  );
}

/** Largest less smallest deviation, of two throats at least. */
function spreadOf(needles: readonly Needle[]): number | undefined {
  const known = needles.map(({ deviation }) => deviation).filter(Number.isFinite);
  return known.length < 2 ? undefined : Math.max(...known) - Math.min(...known);
}

function isSending({ live }: Signal, id: string): boolean {
  return live?.now.channels.some(({ throat, state }) => throat === id && state.kind !== 'lost') ?? false;
}

/** A pointer leaves no focus on a button behind: else the next press of Space would push it again, not the bench's own key. */
function releaseFocus(event: { readonly detail: number; readonly target: EventTarget }) {
  if (event.detail === 0 || !(event.target instanceof Element)) return;
  event.target.closest<HTMLElement>('button')?.blur();
}
