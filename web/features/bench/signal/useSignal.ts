'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import type { GaugeStatus } from '@/server/bench/hub';
import type { FileReading, LiveView, SignalRequest, SignalResponse } from '@/workers/signalProtocol';

/** After this long without samples the needles are stale. */
const STALE_MS = 1500;

export type FileState =
  | { readonly state: 'none' }
  | { readonly state: 'reading'; readonly name: string; readonly share: number }
  | { readonly state: 'read'; readonly file: FileReading }
  | { readonly state: 'refused'; readonly message: string };

export interface Signal {
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

/** A bench's live signal, worked out in a worker. */
export function useSignal(bench: string, strokes: 2 | 4): Signal {
  const worker = useRef<Worker>(undefined);
  const request = useRef(0);
  const fileRequest = useRef(0);
  const [live, setLive] = useState<LiveView>();
  const [gauge, setGauge] = useState<GaugeStatus>();
  const [line, setLine] = useState<'open' | 'lost'>('open');
  const [problem, setProblem] = useState<string>();
  const [file, setFile] = useState<FileState>({ state: 'none' });
  const ask = useCallback((message: SignalRequest) => worker.current?.postMessage(message), []);

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
    request.current += 1;
    const url = new URL(`/api/bench/${encodeURIComponent(bench)}/live`, location.href).href;
    ask({ kind: 'watch', request: request.current, url, strokes });
    return () => {
      clearTimeout(staleTimer);
      started.terminate();
    };
  }, [bench, strokes, ask]);

  return {
    live,
    gauge: gauge ?? { state: 'none' },
    line,
    listening: line === 'open' && live === undefined && (gauge === undefined || gauge.state === 'live'),
    problem,
    file,
    mark: () => ask({ kind: 'mark' }),
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
