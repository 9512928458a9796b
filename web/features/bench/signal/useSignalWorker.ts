'use client';

import type { TableProposal } from '@amber-needle/core/trace';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { GaugeStatus } from '@/server/bench/hub';
import type { LiveView, SignalRequest, SignalResponse } from '@/workers/signalProtocol';
import type { PracticeTold } from './useSignal';

/** After this long without samples the needles are stale. */
const STALE_MS = 1500;

type FileAnswer = Extract<SignalResponse, { kind: 'fileProgress' | 'fileRead' | 'fileRefused' | 'fileUnknown' }>;

/** What the signal worker has told of the source that is listened to, and of the file that was dropped last. */
export interface SignalHeard {
  readonly live: LiveView | undefined;
  readonly gauge: GaugeStatus | undefined;
  readonly line: 'open' | 'lost';
  readonly problem: string | undefined;
  readonly told: PracticeTold | undefined;
  readonly tableProposal: TableProposal | undefined;
  readonly file: FileAnswer | undefined;
}

const NOTHING: SignalHeard = {
  live: undefined,
  gauge: undefined,
  line: 'open',
  problem: undefined,
  told: undefined,
  tableProposal: undefined,
  file: undefined,
};

/** The worker behind the bench's signal: what is asked of it, and what it has told. */
export function useSignalWorker() {
  const worker = useRef<Worker>(undefined);
  const current = useRef(0);
  const [heard, setHeard] = useState(NOTHING);
  const ask = useCallback((message: SignalRequest) => worker.current?.postMessage(message), []);
  const setProblem = useCallback((problem: string | undefined) => setHeard((old) => ({ ...old, problem })), []);
  /** From now on only answers to this request count. */
  const forget = useCallback((request: number) => {
    current.current = request;
    setHeard((old) => ({ ...NOTHING, line: old.line, problem: old.problem, file: old.file }));
  }, []);

  useEffect(() => {
    const started = new Worker(new URL('../../../workers/signal.ts', import.meta.url), { type: 'module' });
    worker.current = started;
    let staleTimer: ReturnType<typeof setTimeout> | undefined;
    started.onmessage = ({ data }: MessageEvent<SignalResponse>) => {
      if (isOfFile(data)) return setHeard((old) => ({ ...old, file: data }));
      if (data.request !== current.current) return;
      if (data.kind === 'live') {
        clearTimeout(staleTimer);
        staleTimer = setTimeout(() => setHeard((old) => ({ ...old, live: undefined })), STALE_MS);
      }
      setHeard((old) => ({ ...old, ...toldBy(data) }));
    };
    return () => {
      clearTimeout(staleTimer);
      started.terminate();
    };
  }, []);
  return { heard, ask, forget, setProblem };
}

function isOfFile(response: SignalResponse): response is FileAnswer {
  return response.kind.startsWith('file');
}

function toldBy(response: Exclude<SignalResponse, FileAnswer>): Partial<SignalHeard> {
  switch (response.kind) {
    case 'live':
      return { live: response.live };
    case 'gauge':
      return { gauge: response.gauge };
    case 'line':
      return { line: response.state };
    case 'practice':
      return { told: response };
    case 'problem':
      return { problem: response.message };
    case 'tableUnknown':
      return { tableProposal: response.proposal };
  }
}
