'use client';

import { useCallback, useEffect, useRef } from 'react';
import { createRideKeeper } from '@/workers/rideReader';
import type { RoadRequest, RoadResponse } from '@/workers/roadProtocol';

type Asked = RoadRequest extends infer R ? (R extends RoadRequest ? Omit<R, 'request'> : never) : never;

/** Asks the worker of rides; comes to its last answer. Never throws: a failure is an answer. */
export type AskRides = (asked: Asked, progress?: (share: number) => void) => Promise<RoadResponse>;

interface Waiting {
  readonly asked: RoadRequest;
  readonly done: (response: RoadResponse) => void;
  readonly progress: ((share: number) => void) | undefined;
}

/** The worker of rides for a page; on the page itself where there is no worker. */
export function useRideWorker(): AskRides {
  const waiting = useRef(new Map<number, Waiting>());
  const post = useRef<(request: RoadRequest) => void>(undefined);
  const count = useRef(0);
  const heed = useCallback((response: RoadResponse) => {
    const asked = waiting.current.get(response.request);
    if (asked === undefined) return;
    if (response.kind === 'progress') return asked.progress?.(response.share);
    waiting.current.delete(response.request);
    asked.done(response);
  }, []);
  const start = useCallback(() => {
    const onPage = createRideKeeper();
    try {
      const worker = new Worker(new URL('../../workers/road.ts', import.meta.url), { type: 'module' });
      worker.onmessage = ({ data }: MessageEvent<RoadResponse>) => heed(data);
      worker.onerror = () => {
        post.current = (request) => void onPage(request, heed);
        for (const { asked } of waiting.current.values()) post.current(asked);
      };
      post.current = (request) => worker.postMessage(request);
      return () => worker.terminate();
    } catch {
      post.current = (request) => void onPage(request, heed);
      return () => undefined;
    }
  }, [heed]);
  useEffect(() => {
    const stop = start();
    // Parts of the page ask before the page itself has its worker.
    for (const { asked } of waiting.current.values()) post.current?.(asked);
    return () => {
      stop();
      post.current = undefined;
    };
  }, [start]);
  return useCallback(
    (asked, progress) =>
      new Promise((done) => {
        count.current += 1;
        const request = count.current;
        const whole: RoadRequest = { ...asked, request };
        waiting.current.set(request, { asked: whole, done, progress });
        post.current?.(whole);
      }),
    [],
  );
}
