'use client';

import type { Fault } from '@amber-needle/core/faults';
import type { PracticeChoices, PracticeCommand, PracticeState } from '@amber-needle/core/practice';
import type { Setup } from '@amber-needle/core/setup';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { GaugeStatus } from '@/server/bench/hub';
import type { FileReading, LiveView, SignalRequest, SignalResponse } from '@/workers/signalProtocol';
import { forgetPractice, recallPractice, rememberPractice } from '../practice/practiceMemory';

/** After this long without samples the needles are stale. */
const STALE_MS = 1500;

export type FileState =
  | { readonly state: 'none' }
  | { readonly state: 'reading'; readonly name: string; readonly share: number }
  | { readonly state: 'read'; readonly file: FileReading }
  | { readonly state: 'refused'; readonly message: string };

/** The practice engine in this page's worker. */
export interface LocalPractice {
  /** Undefined while none runs here. */
  readonly choices: PracticeChoices | undefined;
  readonly told: PracticeTold | undefined;
  begin(choices: PracticeChoices): void;
  leave(): void;
  ask(command: PracticeCommand): void;
}

interface PracticeTold {
  readonly state: PracticeState;
  readonly faults: readonly Fault[];
  readonly trouble: string | undefined;
}

export interface Signal {
  readonly practice: LocalPractice;
  readonly live: LiveView | undefined;
  readonly gauge: GaugeStatus;
  readonly line: 'open' | 'lost';
  /** Whether it is still to be seen if a gauge sends. */
  readonly listening: boolean;
  readonly problem: string | undefined;
  readonly file: FileState;
  mark(): void;
  dismissProblem(): void;
  readFile(file: File): void;
  clearFile(): void;
}

export interface SignalSubject {
  readonly jobId: string;
  readonly bench: string;
  readonly setup: Setup;
}

/** A bench's live signal, worked out in a worker: the stream that is sent to the bench, or a practice engine beside the page. */
export function useSignal({ jobId, bench, setup }: SignalSubject): Signal {
  const { strokes } = setup.engine;
  // A job folded anew must not begin the practice engine anew.
  const bank = useRef(setup);
  bank.current = setup;
  const worker = useRef<Worker>(undefined);
  const request = useRef(0);
  const fileRequest = useRef(0);
  const [live, setLive] = useState<LiveView>();
  const [gauge, setGauge] = useState<GaugeStatus>();
  const [line, setLine] = useState<'open' | 'lost'>('open');
  const [problem, setProblem] = useState<string>();
  const [file, setFile] = useState<FileState>({ state: 'none' });
  const [choices, setChoices] = useState<PracticeChoices>();
  const [told, setTold] = useState<PracticeTold>();
  const ask = useCallback((message: SignalRequest) => worker.current?.postMessage(message), []);
  const mark = useCallback(() => ask({ kind: 'mark' }), [ask]);

  useEffect(() => {
    const started = new Worker(new URL('../../../workers/signal.ts', import.meta.url), { type: 'module' });
    worker.current = started;
    let staleTimer: ReturnType<typeof setTimeout> | undefined;
    const heed = (response: SignalResponse) => {
      switch (response.kind) {
        case 'live':
          clearTimeout(staleTimer);
          staleTimer = setTimeout(() => setLive(undefined), STALE_MS);
          return setLive(response.live);
        case 'gauge':
          return setGauge(response.gauge);
        case 'line':
          return setLine(response.state);
        case 'practice':
          return setTold(response);
        case 'problem':
          return setProblem(response.message);
        case 'fileProgress':
          return setFile((old) => (old.state === 'reading' ? { ...old, share: response.share } : old));
        case 'fileRead':
          return setFile({ state: 'read', file: response.file });
        case 'fileRefused':
          return setFile({ state: 'refused', message: response.message });
      }
    };
    started.onmessage = ({ data }: MessageEvent<SignalResponse>) => {
      const isFile = data.kind === 'fileProgress' || data.kind === 'fileRead' || data.kind === 'fileRefused';
      if (data.request === (isFile ? fileRequest.current : request.current)) heed(data);
    };
    return () => {
      clearTimeout(staleTimer);
      started.terminate();
    };
  }, []);

  const open = useCallback(
    (practised: PracticeChoices | undefined) => {
      request.current += 1;
      setLive(undefined);
      setGauge(undefined);
      setTold(undefined);
      setChoices(practised);
      if (practised !== undefined) {
        const resume = recallPractice(jobId)?.resume;
        return ask({ kind: 'practise', request: request.current, setup: bank.current, choices: practised, resume });
      }
      const url = new URL(`/api/bench/${encodeURIComponent(bench)}/live`, location.href).href;
      ask({ kind: 'watch', request: request.current, url, strokes });
    },
    [ask, bench, jobId, strokes],
  );
  useEffect(() => open(recallPractice(jobId)?.choices), [open, jobId]);
  useEffect(() => {
    if (choices !== undefined && told !== undefined) rememberPractice(jobId, choices, told.state);
  }, [jobId, choices, told]);
  const practice: LocalPractice = {
    choices,
    told,
    begin: (chosen) => {
      forgetPractice(jobId);
      open(chosen);
    },
    leave: () => {
      forgetPractice(jobId);
      open(undefined);
    },
    ask: (command) => ask({ kind: 'practice', command }),
  };

  return {
    practice,
    live,
    gauge: gauge ?? { state: 'none' },
    line,
    listening: line === 'open' && live === undefined && (gauge === undefined || gauge.state === 'live'),
    problem,
    file,
    mark,
    dismissProblem: () => setProblem(undefined),
    readFile: (chosen) => {
      fileRequest.current += 1;
      setFile({ state: 'reading', name: chosen.name, share: 0 });
      ask({ kind: 'readFile', request: fileRequest.current, file: chosen, strokes });
    },
    clearFile: () => {
      ask({ kind: 'cancelFile' });
      setFile({ state: 'none' });
    },
  };
}
