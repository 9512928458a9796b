'use client';

import type { JobEvent } from '@amber-needle/core/job';
import type { SignalReading } from '@amber-needle/core/signal';
import { useEffect, useRef, useState } from 'react';
import { type Advised, openLine, type Question } from './adviceLine';

/** The advice for a log as it grows, worked out in a worker; until a new one is there, the last with the log that it was for. */
export function useAdvice(
  initial: Advised,
  events: readonly JobEvent[],
  phase: SignalReading['phase'] | undefined,
): Advised {
  const [advised, setAdvised] = useState(initial);
  const asking = useRef<(question: Question) => void>(undefined);

  useEffect(() => {
    const line = openLine(startWorker(), setAdvised);
    asking.current = line.ask;
    return line.close;
  }, []);
  useEffect(() => asking.current?.({ events, phase }), [events, phase]);
  return advised;
}

function startWorker(): Worker | undefined {
  try {
    return new Worker(new URL('../../../workers/advice.ts', import.meta.url), { type: 'module' });
  } catch {
    return undefined;
  }
}
