'use client';

import type { Fault } from '@amber-needle/core/faults';
import type { MountedState, PracticeCommand, PracticeState } from '@amber-needle/core/practice';
import type { Setup } from '@amber-needle/core/setup';
import { useCallback, useEffect, useState } from 'react';
import type { GaugeStatus } from '@/server/bench/hub';
import type { Signal } from '../signal/useSignal';
import { practice, type StandinCommand } from './practiceClient';

const LOOK_EVERY_MS = 3000;

/** A practice engine to stand at, wherever it runs. */
export interface PracticeControl {
  readonly state: PracticeState;
  readonly trouble: string | undefined;
  /** What is wrong with it, if this browser can tell. */
  readonly faults: readonly Fault[] | undefined;
  ask(command: PracticeCommand): void;
  /** There while its gauges are on another bank than the job's: puts them on this one. */
  readonly mount?: () => void;
}

/** Whose bank a practice engine is to be. */
export interface PracticeSubject {
  readonly jobId: string;
  readonly bench: string;
  readonly setup: Setup;
}

/** The engine in this page's worker, or the one whose gauges send to the bench; undefined while there is none. */
export function usePracticeControl(
  subject: PracticeSubject,
  { practice: local, gauge, source, mark }: Signal,
): PracticeControl | undefined {
  const isRemote = source.from === 'gauges' && gauge.state === 'live' && gauge.practice;
  const remote = useRemotePractice(subject, isRemote ? gauge : undefined, mark);
  if (local.choices !== undefined && local.told !== undefined) {
    const ask = (command: PracticeCommand) => {
      local.ask(command);
      if (movesHoses(command)) mark();
    };
    return { ...local.told, ask };
  }
  return isRemote ? remote : undefined;
}

/** Samples from before the hoses were moved are another throat's. */
function movesHoses(command: StandinCommand | undefined): boolean {
  return command?.do === 'tee' || command?.do === 'mount';
}

function useRemotePractice(
  { jobId, bench, setup }: PracticeSubject,
  gauge: Extract<GaugeStatus, { state: 'live' }> | undefined,
  mark: () => void,
): PracticeControl | undefined {
  const stream = gauge?.stream;
  const enabled = gauge !== undefined;
  const [state, setState] = useState<MountedState>();
  const [trouble, setTrouble] = useState<string>();
  const ask = useCallback(
    async (command?: StandinCommand) => {
      const answer = await practice({ bench, stream }, command);
      if (movesHoses(command)) mark();
      if (answer.outcome === 'done') setState(answer.state);
      setTrouble(answer.outcome === 'done' ? undefined : answer.reason);
    },
    [bench, stream, mark],
  );
  useEffect(() => {
    if (!enabled) return;
    void ask();
    // Another browser or the stand-in's own API may have turned something.
    const look = setInterval(() => void ask(), LOOK_EVERY_MS);
    return () => clearInterval(look);
  }, [ask, enabled]);
  if (state === undefined) return undefined;
  const control = { state, trouble, faults: undefined, ask: (command: PracticeCommand) => void ask(command) };
  const fits = state.job === jobId || (state.job === null && state.setup === setup.name);
  return fits ? control : { ...control, mount: () => void ask({ do: 'mount', job: jobId, setup }) };
}
