'use client';

import type { JobEvent } from '@amber-needle/core/job';
import type { SearchOptions } from '@amber-needle/core/suspects';
import { useEffect, useRef, useState } from 'react';
import { createSuspecter, type ToldSuspects } from '@/workers/suspecter';
import type { SuspectsRequest, SuspectsResponse } from '@/workers/suspectsProtocol';

/** The search for a log, worked out in a worker; on the page where there is none. `isFresh`: it is for this very log. */
export function useSuspects(
  initial: ToldSuspects,
  events: readonly JobEvent[],
  options: SearchOptions,
): { readonly suspects: ToldSuspects; readonly isFresh: boolean } {
  const [answer, setAnswer] = useState({ told: initial, request: 0 });
  const worker = useRef<Worker>(undefined);
  const asked = useRef(0);
  const [onPage] = useState(createSuspecter);
  const question = useRef({ events, options });
  question.current = { events, options };
  useEffect(() => {
    const started = new Worker(new URL('../../workers/suspects.ts', import.meta.url), { type: 'module' });
    worker.current = started;
    started.onmessage = ({ data }: MessageEvent<SuspectsResponse>) => {
      if (data.request === asked.current) setAnswer(data);
    };
    started.onerror = () => {
      worker.current = undefined;
      setAnswer({ told: onPage(question.current.events, question.current.options), request: asked.current });
    };
    return () => started.terminate();
  }, [onPage]);
  const key = `${events.map(({ id }) => id).join()} ${JSON.stringify(options)}`;
  // biome-ignore lint/correctness/useExhaustiveDependencies: a log is another object once its events are saved, and no other log
  useEffect(() => {
    asked.current += 1;
    const request: SuspectsRequest = { request: asked.current, ...question.current };
    if (worker.current === undefined)
      setAnswer({ told: onPage(request.events, request.options), request: asked.current });
    else worker.current.postMessage(request);
  }, [key, onPage]);
  return { suspects: answer.told, isFresh: answer.request === asked.current };
}
