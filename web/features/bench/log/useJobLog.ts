'use client';

import { type Bare, decide, type JobEvent, type Refusal } from '@amber-needle/core/job';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { eventsAfter } from '@/features/outbox/delivery';
import { outbox } from '@/features/outbox/outbox';
import type { OutboxItem } from '@/features/outbox/outboxStore';
import type { OutboxMessage } from '@/features/outbox/sender';
import { lostByServer, wholeLog, withArrived } from './mergeLog';

const LOOK_EVERY_MS = 1500;

export interface JobLog {
  readonly events: readonly JobEvent[];
  /** How many events the server has not confirmed yet, and whether a reload would lose none of them. */
  readonly waiting: number;
  readonly kept: boolean;
  /** `gone`: the server no longer has this job. */
  readonly line: 'online' | 'away' | 'gone';
  /** Adds an event; a refusal says why it cannot stand here. */
  propose(proposal: Bare): Refusal | undefined;
}

/** The job's log in this browser, over all its tabs: adds at once, delivers behind, and looks for what others add. */
export function useJobLog(jobId: string, initial: readonly JobEvent[]): JobLog {
  const [confirmed, setConfirmed] = useState(initial);
  const [waiting, setWaiting] = useState<readonly Waiting[]>([]);
  const [line, setLine] = useState<JobLog['line']>('online');
  // The newest for callbacks that outlive a render: two quick presses must not both see the old one.
  const current = useRef({ confirmed, waiting });
  const put = useCallback((next: Partial<(typeof current)['current']>) => {
    current.current = { ...current.current, ...next };
    if (next.confirmed !== undefined) setConfirmed(next.confirmed);
    if (next.waiting !== undefined) setWaiting(next.waiting);
  }, []);

  const take = useCallback(
    (arrived: readonly JobEvent[]) => {
      const next = withArrived(current.current.confirmed, arrived);
      if (next === current.current.confirmed) return;
      put({ confirmed: next });
      void outbox().then(({ store }) => store.rememberLog({ jobId, events: next }));
    },
    [jobId, put],
  );

  /** The server was restored from an older state: what it lost and this browser still has is saved again. */
  const startOver = useCallback(async () => {
    const looked = await eventsAfter(jobId, 0);
    if (looked.outcome !== 'seen') return;
    const lost = lostByServer(current.current.confirmed, looked.events);
    put({ confirmed: looked.events });
    const opened = await outbox();
    for (const event of lost) await opened.add(jobId, event);
  }, [jobId, put]);

  const hear = useCallback(
    (message: OutboxMessage, items: () => Promise<readonly OutboxItem[]>) => {
      if (message.jobId !== jobId) return;
      if (message.kind === 'saved') take([message.event]);
      if (message.kind === 'arrived') take(message.events);
      if (message.kind === 'shorter') void startOver();
      void items().then((all) => put({ waiting: mergedWaiting(current.current, all) }));
    },
    [jobId, put, startOver, take],
  );

  useEffect(() => {
    let stop: (() => void) | undefined;
    let left = false;
    void outbox().then(async (opened) => {
      if (left) return;
      const items = () => opened.store.ofJob(jobId);
      stop = opened.listen((message) => hear(message, items));
      // A page that came from the browser's own store is older than what is known.
      take(await opened.store.knownLog(jobId));
      put({ waiting: mergedWaiting(current.current, await items()) });
    });
    return () => {
      left = true;
      stop?.();
    };
  }, [jobId, hear, put, take]);

  const look = useCallback(async () => {
    const looked = await eventsAfter(jobId, current.current.confirmed.length);
    setLine(looked.outcome === 'seen' ? 'online' : looked.outcome);
    if (looked.outcome === 'seen') take(looked.events);
  }, [jobId, take]);
  useEvery(LOOK_EVERY_MS, look);

  const propose = useCallback(
    (proposal: Bare) => {
      const at = new Date().toISOString();
      const { confirmed: known, waiting: behind } = current.current;
      const log = wholeLog(
        known,
        behind.map(({ event }) => event),
      );
      const decision = decide(log.events, { ...proposal, id: uuid(), at });
      if (decision.outcome === 'refused') return decision.refusal;
      const { event } = decision;
      put({ waiting: [...behind, { event, item: undefined }] });
      void outbox().then((opened) => opened.add(jobId, event));
      return undefined;
    },
    [jobId, put],
  );

  const events = useMemo(
    () =>
      wholeLog(
        confirmed,
        waiting.map(({ event }) => event),
      ).events,
    [confirmed, waiting],
  );
  const kept = waiting.every(({ item }) => item === undefined || item.kept);
  return { events, waiting: waiting.length, kept, line, propose };
}

/** An event on its way; `item` is undefined until the store has it. */
interface Waiting {
  readonly event: JobEvent;
  readonly item: OutboxItem | undefined;
}

interface Known {
  readonly confirmed: readonly JobEvent[];
  readonly waiting: readonly Waiting[];
}

/** What the store holds, and behind it what is not in it yet. What is neither there nor new has been delivered or set aside. */
function mergedWaiting({ confirmed, waiting }: Known, items: readonly OutboxItem[]): readonly Waiting[] {
  const stored = items.filter(({ state }) => state === 'waiting').map((item) => ({ event: item.event, item }));
  const told = new Set([...confirmed, ...items.map(({ event }) => event)].map(({ id }) => id));
  return [...stored, ...waiting.filter(({ event, item }) => item === undefined && !told.has(event.id))];
}

/** Calls again and again while the page is shown, one call at a time. */
function useEvery(milliseconds: number, call: () => Promise<void>): void {
  useEffect(() => {
    let busy = false;
    const timer = setInterval(() => {
      if (busy) return;
      busy = true;
      void call().finally(() => {
        busy = false;
      });
    }, milliseconds);
    return () => clearInterval(timer);
  }, [milliseconds, call]);
}
