'use client';

import type { JobEvent } from '@amber-needle/core/job';
import type { SearchOptions } from '@amber-needle/core/suspects';
import { useEffect, useRef, useState } from 'react';
import { createSuspecter, type ToldSuspects } from '@/workers/suspecter';
import type { SuspectsRequest, SuspectsResponse } from '@/workers/suspectsProtocol';

/** A search, and the log it is of. */
export interface WeighedSuspects {
  readonly events: readonly JobEvent[];
  readonly told: ToldSuspects;
}

/** The search for a log, worked out in a worker; on the page where there is none. `isFresh`: it is for this very log. */
export function useSuspects(
  initial: WeighedSuspects,
  events: readonly JobEvent[],
  options: SearchOptions,
): { readonly suspects: ToldSuspects; readonly isFresh: boolean } {
  const question = questionOf(events, options);
  // Of a long log the server weighs the beginning only.
  const [answer, setAnswer] = useState(() => ({ told: initial.told, question: questionOf(initial.events, options) }));
  const worker = useRef<Worker>(undefined);
  const [onPage] = useState(createSuspecter);
  const asked = useRef({ request: 0, question, events, options });
  useEffect(() => {
    const started = new Worker(new URL('../../workers/suspects.ts', import.meta.url), { type: 'module' });
    worker.current = started;
    started.onmessage = ({ data }: MessageEvent<SuspectsResponse>) => {
      if (data.request === asked.current.request) setAnswer({ told: data.told, question: asked.current.question });
    };
    started.onerror = () => {
      worker.current = undefined;
      const { events: log, options: how, question: of } = asked.current;
      setAnswer({ told: onPage(log, how), question: of });
    };
    return () => started.terminate();
  }, [onPage]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: events and options are what the question says
  useEffect(() => {
    const request: SuspectsRequest = { request: asked.current.request + 1, events, options };
    asked.current = { ...request, question };
    if (worker.current === undefined) setAnswer({ told: onPage(events, options), question });
    else worker.current.postMessage(request);
  }, [question, onPage]);
  return { suspects: answer.told, isFresh: answer.question === question };
}

/** A log is another object once its events are saved, and no other log. */
function questionOf(events: readonly JobEvent[], options: SearchOptions): string {
  return `${events.map(({ id }) => id).join()} ${JSON.stringify(options)}`;
}
