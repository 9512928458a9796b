'use client';

import type { Advice } from '@amber-needle/core/advice';
import type { JobEvent } from '@amber-needle/core/job';
import type { SignalReading } from '@amber-needle/core/signal';
import { useEffect, useRef, useState } from 'react';
import type { AdviceRequest, AdviceResponse } from '@/workers/adviceProtocol';
import { type Adviser, createAdviser } from '@/workers/adviser';

/** An advice and the log that it is for. */
export interface Advised {
  readonly events: readonly JobEvent[];
  readonly advice: Advice;
}

type Question = Omit<AdviceRequest, 'request'>;

/** The advice for a log as it grows, worked out in a worker; until a new one is there, the last with the log that it was for. */
export function useAdvice(
  initial: Advised,
  events: readonly JobEvent[],
  phase: SignalReading['phase'] | undefined,
): Advised {
  const [advised, setAdvised] = useState(initial);
  const asking = useRef<(question: Question) => void>(undefined);

  useEffect(() => {
    const line = openLine(setAdvised);
    asking.current = line.ask;
    return line.close;
  }, []);
  useEffect(() => asking.current?.({ events, phase }), [events, phase]);
  return advised;
}

/** One question is with the worker at a time; of those that come meanwhile only the newest waits. */
function openLine(answered: (advised: Advised) => void) {
  let worker = startWorker();
  let here: Adviser | undefined;
  let request = 0;
  let asked: Question | undefined;
  let waiting: Question | undefined;

  function ask(question: Question) {
    if (asked !== undefined) {
      waiting = question;
      return;
    }
    request += 1;
    asked = question;
    if (worker !== undefined) worker.postMessage({ request, ...question } satisfies AdviceRequest);
    else answer(adviseHere(question));
  }

  /** Without a worker the page works, slower. */
  function adviseHere({ events, phase }: Question): Advice {
    here ??= createAdviser();
    return here(events, phase);
  }

  function answer(advice: Advice) {
    if (asked === undefined) return;
    answered({ events: asked.events, advice });
    asked = undefined;
    const next = waiting;
    waiting = undefined;
    if (next !== undefined) ask(next);
  }

  if (worker !== undefined) {
    worker.onmessage = ({ data }: MessageEvent<AdviceResponse>) => {
      if (data.request === request) answer(data.advice);
    };
    worker.onerror = () => {
      worker?.terminate();
      worker = undefined;
      if (asked !== undefined) answer(adviseHere(asked));
    };
  }
  return { ask, close: () => worker?.terminate() };
}

function startWorker(): Worker | undefined {
  try {
    return new Worker(new URL('../../../workers/advice.ts', import.meta.url), { type: 'module' });
  } catch {
    return undefined;
  }
}
