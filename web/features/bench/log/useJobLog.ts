'use client';

import { type Bare, decide, type JobEvent, type Refusal } from '@amber-needle/core/job';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { deliver, eventsAfter } from './jobClient';
import { type LocalLog, mergeConfirmed, mergeDelivered, wholeLog, withoutWaiting } from './mergeLog';
import { loadOutbox, saveOutbox } from './outbox';

const LOOK_EVERY_MS = 1500;
const RETRY_MS = 1500;

export interface JobLog {
  readonly events: readonly JobEvent[];
  /** How many events the server has not confirmed yet. */
  readonly waiting: number;
  readonly online: boolean;
  /** Adds an event; a refusal says why it cannot stand here. */
  propose(proposal: Bare): Refusal | undefined;
}

interface Options {
  readonly jobId: string;
  readonly initial: readonly JobEvent[];
  /** Called with events that were dropped because others got there first. */
  readonly onDropped: (events: readonly JobEvent[]) => void;
}

/** The job's log in this browser: adds at once, delivers behind, and looks for what others add. */
export function useJobLog({ jobId, initial, onDropped }: Options): JobLog {
  const [log, setLog] = useState<LocalLog>({ confirmed: initial, waiting: [] });
  const [online, setOnline] = useState(true);
  // The newest log for callbacks that outlive a render: two quick presses must not both see the old one.
  const current = useRef(log);
  const delivering = useRef(false);

  const put = useCallback(
    (next: LocalLog) => {
      current.current = next;
      saveOutbox(jobId, next.waiting);
      setLog(next);
    },
    [jobId],
  );

  const take = useCallback(
    (arrived: readonly JobEvent[]) => {
      const { log: next, dropped } = mergeConfirmed(current.current, arrived);
      if (next !== current.current) put(next);
      if (dropped.length > 0) onDropped(dropped);
    },
    [put, onDropped],
  );

  const flush = useCallback(async () => {
    if (delivering.current) return;
    delivering.current = true;
    for (let [next] = current.current.waiting; next !== undefined; [next] = current.current.waiting) {
      const delivery = await deliver(jobId, next);
      if (delivery.outcome === 'unreachable') {
        setOnline(false);
        break;
      }
      setOnline(true);
      if (delivery.outcome === 'saved') put(mergeDelivered(current.current, next).log);
      if (delivery.outcome === 'conflict') take(delivery.missing);
      if (delivery.outcome === 'refused') {
        put(withoutWaiting(current.current, next));
        onDropped([next]);
      }
    }
    delivering.current = false;
  }, [jobId, put, take, onDropped]);

  useEffect(() => {
    const left = loadOutbox(jobId);
    if (left.length > 0) {
      const { log: next } = mergeConfirmed({ confirmed: [], waiting: left }, current.current.confirmed);
      put(next);
    }
    void flush();
  }, [jobId, put, flush]);

  const look = useCallback(async () => {
    const arrived = await eventsAfter(jobId, current.current.confirmed.length);
    setOnline(arrived !== undefined);
    if (arrived !== undefined) take(arrived);
  }, [jobId, take]);
  useEvery(LOOK_EVERY_MS, look);
  useEvery(RETRY_MS, flush);

  const propose = useCallback(
    (proposal: Bare) => {
      const at = new Date().toISOString();
      const decision = decide(wholeLog(current.current), { ...proposal, id: uuid(), at });
      if (decision.outcome === 'refused') return decision.refusal;
      put({ ...current.current, waiting: [...current.current.waiting, decision.event] });
      void flush();
      return undefined;
    },
    [put, flush],
  );

  const events = useMemo(() => wholeLog(log), [log]);
  return { events, waiting: log.waiting.length, online, propose };
}

/** Calls again and again while the page is shown. */
function useEvery(milliseconds: number, call: () => Promise<void>): void {
  useEffect(() => {
    const timer = setInterval(() => void call(), milliseconds);
    return () => clearInterval(timer);
  }, [milliseconds, call]);
}
