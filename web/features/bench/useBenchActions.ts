'use client';

import type { Advice } from '@amber-needle/core/advice';
import type { Suspicion } from '@amber-needle/core/faults';
import {
  type Bare,
  type EventOf,
  lastUndoable,
  matchFromSignal,
  readingFromSignal,
  zeroFromSignal,
} from '@amber-needle/core/job';
import { canCompare } from '@amber-needle/core/signal';
import { kiloPascals } from '@amber-needle/core/units';
import { toast } from 'sonner';
import { eventText } from '@/words/eventWords';
import { refusalText } from '@/words/refusalWords';
import type { FileReading, LiveView } from '@/workers/signalProtocol';
import type { JobLog } from './log/useJobLog';
import type { Signal } from './signal/useSignal';
import type { BenchView } from './view/benchView';

export interface BenchActions {
  propose(proposal: Bare): boolean;
  takeReading(): void;
  takeZero(): void;
  takeFile(file: FileReading): void;
  turned(adjuster: string, turns: number): void;
  coupled(coupling: string, state: 'clamped' | 'loosened'): void;
  takeMatch(): void;
  blipped(): void;
  noMeter(): void;
  skipOffIdle(): void;
  stalled(seen: 'byPerson' | 'bySignal'): void;
  reach(adjusters: readonly string[], state: 'outOfReach' | 'withinReach'): void;
  verdict(suspicion: Suspicion, verdict: EventOf<'verdict'>['verdict']): void;
  stage(stage: 'idle' | 'offIdle'): void;
  finish(): void;
  undo(): void;
}

/** Everything that a hand can do at the bench, as events for the log. */
export function useBenchActions(log: JobLog, view: BenchView, signal: Signal): BenchActions {
  const { job, advice } = view;
  const propose = (proposal: Bare) => {
    const refusal = log.propose(proposal);
    if (refusal !== undefined) toast(refusalText(refusal));
    return refusal === undefined;
  };
  const fromLive = (live: LiveView) => {
    if (!canCompare(job.setup, live.reading))
      return void toast('Fewer than two throats can be read now. Nothing was taken.');
    const barometer = kiloPascals(live.barometerKPa);
    const sourceName = signal.gauge.state === 'live' ? signal.gauge.source : 'a gauge';
    const practice = signal.gauge.state === 'live' && signal.gauge.practice;
    propose(readingFromSignal(live.reading, { source: 'gauge', sourceName, barometer, practice }));
  };
  return {
    propose,
    takeReading: () => {
      if (signal.live?.reading.phase === 'steady') fromLive(signal.live);
      else toast('Not steady yet. Nothing was taken.');
    },
    takeZero: () => {
      if (signal.live?.reading.channels.some(({ state }) => state.kind === 'steady')) {
        propose(zeroFromSignal(signal.live.reading));
      } else toast('No gauge is steady. Nothing was taken.');
    },
    takeMatch: () => {
      const steady = signal.live?.reading.channels.filter(({ state }) => state.kind === 'steady') ?? [];
      if (signal.live !== undefined && steady.length >= 2) propose(matchFromSignal(signal.live.reading));
      else toast('Fewer than two gauges are steady. Nothing was taken.');
    },
    blipped: () => {
      if (propose({ kind: 'check', check: { what: 'blipped' } })) signal.mark();
    },
    stalled: (seen) => {
      if (propose({ kind: 'stalled', seen })) signal.mark();
    },
    skipOffIdle: () => void propose({ kind: 'check', check: { what: 'offIdleSkipped' } }),
    noMeter: () => void propose({ kind: 'check', check: { what: 'noMeter' } }),
    reach: (adjusters, state) => {
      for (const adjuster of adjusters) propose({ kind: 'reach', adjuster, state });
    },
    verdict: (suspicion, verdict) => {
      if (propose({ kind: 'verdict', suspicion, verdict })) signal.mark();
    },
    takeFile: (file) => {
      const barometer = kiloPascals(file.barometerKPa);
      if (propose(readingFromSignal(file.reading, { source: 'file', sourceName: file.name, barometer })))
        signal.clearFile();
    },
    turned: (adjuster, turns) => {
      // What was turned is known only now; samples from before it no longer count.
      if (propose({ kind: 'move', adjuster, turns, ...expectationOf(advice, adjuster, turns) })) signal.mark();
    },
    coupled: (coupling, state) => {
      if (propose({ kind: 'coupled', coupling, state })) signal.mark();
    },
    stage: (stage) => {
      if (propose({ kind: 'stage', stage })) signal.mark();
    },
    finish: () => {
      const { probability } = advice.grounds;
      propose({ kind: 'finished', outcome: advice.kind === 'done' ? 'balanced' : 'leftAsIs', probability });
    },
    undo: () => {
      const last = lastUndoable(log.events);
      if (last === undefined) return void toast('There is nothing to undo.');
      if (propose({ kind: 'undone', event: last.id })) toast(`Undone: ${eventText(job.setup, last)}`);
      if (last.kind === 'move' || last.kind === 'coupled') signal.mark();
    },
  };
}

/** The advice's expectation goes into the log with the move that followed it, so that surprise can be seen later. */
function expectationOf(advice: Advice, adjuster: string, turns: number) {
  const { step } = advice.kind === 'mixture' ? advice : { step: undefined };
  if (step?.do === 'turn' && step.adjuster === adjuster) return { advisedTurns: step.turns };
  if (advice.kind !== 'turn' || advice.adjuster !== adjuster) return {};
  if (advice.turns !== turns) return { advisedTurns: advice.turns };
  const { quantity, throats, speed } = advice.expected;
  const expected =
    quantity === 'airflow'
      ? {
          throats: [],
          airflow: throats.map(({ throat, deviation, uncertainty }) => ({
            throat,
            deviationPercent: deviation,
            uncertaintyPercent: uncertainty,
          })),
          rpm: speed,
        }
      : {
          throats: throats.map(({ throat, depression, deviation, uncertainty }) => ({
            throat,
            depressionKPa: depression,
            deviationKPa: deviation,
            uncertaintyKPa: uncertainty,
          })),
          rpm: speed,
        };
  return { advisedTurns: advice.turns, expected };
}
