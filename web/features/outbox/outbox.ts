import type { JobEvent } from '@amber-needle/core/job';
import { deliver, isServerWell } from './delivery';
import { moveOldOutbox } from './oldOutbox';
import { type OutboxItem, type OutboxStore, openOutboxStore } from './outboxStore';
import { type OutboxMessage, sendAll } from './sender';

/** Held by the tab that sends: two would deliver the same events twice and in any order. */
const LOCK = 'amber-needle/outbox';
const CHANNEL = 'amber-needle/outbox';
const FIRST_WAIT_MS = 1500;
const LONGEST_WAIT_MS = 30_000;

/** The outbox of this browser: one for a tab, over a store that all tabs share. */
export interface Outbox {
  readonly store: OutboxStore;
  add(jobId: string, event: JobEvent): Promise<OutboxItem>;
  /** Sends what waits, soon. */
  send(): void;
  /** Something that was stuck is sent again, or thrown away. */
  retry(item: OutboxItem): Promise<void>;
  discard(item: OutboxItem): Promise<void>;
  /** Hears what happens in all tabs until the returned function is called. */
  listen(hear: (message: OutboxMessage) => void): () => void;
}

let opened: Promise<Outbox> | undefined;

/** The outbox of this tab; opened on first use. */
export function outbox(): Promise<Outbox> {
  opened ??= open();
  return opened;
}

async function open(): Promise<Outbox> {
  const store = await openOutboxStore();
  const channel = new BroadcastChannel(CHANNEL);
  const hearers = new Set<(message: OutboxMessage) => void>();
  const hear = (message: OutboxMessage) => {
    for (const each of hearers) each(message);
  };
  const tell = (message: OutboxMessage) => {
    hear(message);
    channel.postMessage(message);
  };
  channel.onmessage = ({ data }: MessageEvent<OutboxMessage>) => hear(data);
  const send = sendingAgain(() => sendAll({ store, deliver, isServerWell, tell }));
  window.addEventListener('online', send);
  await moveOldOutbox(store);
  send();
  return {
    store,
    send,
    async add(jobId, event) {
      const item = await store.add(jobId, event, new Date().toISOString());
      tell({ kind: 'added', jobId });
      send();
      return item;
    },
    async retry(item) {
      await store.put({ ...item, state: 'waiting', reason: '', faults: 0 });
      tell({ kind: 'added', jobId: item.jobId });
      send();
    },
    async discard(item) {
      await store.remove(item.n);
      tell({ kind: 'removed', jobId: item.jobId });
    },
    listen(each) {
      hearers.add(each);
      return () => hearers.delete(each);
    },
  };
}

/** Runs the sending under the lock, once at a time, and again with growing pauses while something waits. */
function sendingAgain(run: () => Promise<'clear' | 'later'>): () => void {
  let running = false;
  let wanted = false;
  let waitMs = FIRST_WAIT_MS;
  let timer: ReturnType<typeof setTimeout> | undefined;

  async function work(): Promise<void> {
    running = true;
    clearTimeout(timer);
    try {
      do {
        wanted = false;
        const sent = await navigator.locks.request(LOCK, run);
        if (sent === 'clear') waitMs = FIRST_WAIT_MS;
        else again();
      } while (wanted);
    } catch {
      // A store that failed in mid-work: what waits is still there, and is tried again.
      again();
    } finally {
      running = false;
    }
  }

  function again(): void {
    clearTimeout(timer);
    timer = setTimeout(send, waitMs);
    waitMs = Math.min(LONGEST_WAIT_MS, 2 * waitMs);
  }

  function send(): void {
    wanted = true;
    if (!running) void work();
  }
  return send;
}
