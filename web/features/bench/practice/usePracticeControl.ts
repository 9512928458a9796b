'use client';

import type { Fault } from '@amber-needle/core/faults';
import type { PracticeCommand, PracticeState } from '@amber-needle/core/practice';
import { useCallback, useEffect, useState } from 'react';
import type { Signal } from '../signal/useSignal';
import { practice } from './practiceClient';

const LOOK_EVERY_MS = 3000;

/** A practice engine to stand at, wherever it runs. */
export interface PracticeControl {
  readonly state: PracticeState;
  readonly trouble: string | undefined;
  /** What is wrong with it, if this browser can tell. */
  readonly faults: readonly Fault[] | undefined;
  ask(command: PracticeCommand): void;
}

/** The engine in this page's worker, or the one whose gauges send to the bench; undefined while there is none. */
export function usePracticeControl(
  bench: string,
  { practice: local, gauge, mark }: Signal,
): PracticeControl | undefined {
  const isRemote = local.choices === undefined && gauge.state === 'live' && gauge.practice;
  const remote = useRemotePractice(bench, isRemote, mark);
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
function movesHoses(command: PracticeCommand | undefined): boolean {
  return command?.do === 'tee';
}

function useRemotePractice(bench: string, enabled: boolean, mark: () => void): PracticeControl | undefined {
  const [state, setState] = useState<PracticeState>();
  const [trouble, setTrouble] = useState<string>();
  const ask = useCallback(
    async (command?: PracticeCommand) => {
      const answer = await practice(bench, command);
      if (movesHoses(command)) mark();
      if (answer.outcome === 'done') setState(answer.state);
      setTrouble(answer.outcome === 'done' ? undefined : answer.reason);
    },
    [bench, mark],
  );
  useEffect(() => {
    if (!enabled) return;
    void ask();
    // Another browser or the stand-in's own API may have turned something.
    const look = setInterval(() => void ask(), LOOK_EVERY_MS);
    return () => clearInterval(look);
  }, [ask, enabled]);
  return state === undefined ? undefined : { state, trouble, faults: undefined, ask: (command) => void ask(command) };
}
