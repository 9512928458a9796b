'use client';

import type { LoggedRide, RunWords } from '@amber-needle/core/road';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { DrawnRun } from '@/workers/roadProtocol';
import type { AskRides } from './useRideWorker';

/** A ride as it is drawn: read, being fetched, or why it cannot be. */
export type DrawnRide =
  | { readonly state: 'loading' }
  | { readonly state: 'drawn'; readonly run: DrawnRun }
  | { readonly state: 'failed'; readonly reason: string };

/** What the log holds of what somebody said of a ride. */
export function wordsOf({ read }: LoggedRide): RunWords {
  return { stretches: read?.stretches ?? [], markerAt: read?.markerAt };
}

/** The rides of a round as they are drawn, fetched and judged in the worker; judged anew where their words change. */
export function useRuns(rides: readonly LoggedRide[], ask: AskRides) {
  const [drawn, setDrawn] = useState<Readonly<Record<string, DrawnRide>>>({});
  const asked = useRef(new Map<string, string>());
  const put = useCallback((id: string, ride: DrawnRide) => setDrawn((before) => ({ ...before, [id]: ride })), []);
  useEffect(() => {
    for (const ride of rides) {
      const { id, hash, description } = ride.logged;
      const words = wordsOf(ride);
      const question = JSON.stringify(words);
      if (asked.current.get(id) === question) continue;
      asked.current.set(id, question);
      void ask({ kind: 'open', hash, description, words }).then((answer) => {
        // A later word has its own answer.
        if (asked.current.get(id) !== question) return;
        if (answer.kind === 'judged') put(id, { state: 'drawn', run: answer.run });
        else put(id, { state: 'failed', reason: answer.kind === 'failed' ? answer.reason : 'It could not be read.' });
      });
    }
  }, [rides, ask, put]);
  return { drawn, put };
}
