import type { JobEvent } from '@amber-needle/core/job';
import type { Delivery } from './delivery';
import type { OutboxItem, OutboxStore } from './outboxStore';

/** What happened to the outbox: told to all tabs. */
export type OutboxMessage =
  | { readonly kind: 'added'; readonly jobId: string }
  | { readonly kind: 'saved'; readonly jobId: string; readonly event: JobEvent }
  /** Others have written; these stand on the server. */
  | { readonly kind: 'arrived'; readonly jobId: string; readonly events: readonly JobEvent[] }
  | { readonly kind: 'stuck'; readonly jobId: string }
  | { readonly kind: 'removed'; readonly jobId: string }
  /** The server's log is shorter than it was known to be: it was restored from an older state. */
  | { readonly kind: 'shorter'; readonly jobId: string };

export interface SenderParts {
  readonly store: OutboxStore;
  readonly deliver: (jobId: string, event: JobEvent) => Promise<Delivery>;
  readonly isServerWell: () => Promise<boolean>;
  readonly tell: (message: OutboxMessage) => void;
}

/** `clear`: nothing waits any more; `later`: something still does, and the server was not ready for it. */
export type Sent = 'clear' | 'later';

/** An event that the server failed at this often, while it is well otherwise, is set aside. */
const MOST_FAULTS = 3;
/** Others may write as fast as we do; after so many conflicts in a row it is left for later. */
const MOST_CONFLICTS = 20;

/** Delivers everything that waits, job by job and in order. One event that cannot be taken holds up nothing but itself. */
export async function sendAll(parts: SenderParts): Promise<Sent> {
  const waiting = (await parts.store.all()).filter(({ state }) => state === 'waiting');
  let sent: Sent = 'clear';
  for (const jobId of new Set(waiting.map((item) => item.jobId))) {
    const outcome = await sendJob(
      parts,
      waiting.filter((item) => item.jobId === jobId),
    );
    if (outcome === 'away') return 'later';
    if (outcome === 'later') sent = 'later';
  }
  return sent;
}

async function sendJob(parts: SenderParts, items: readonly OutboxItem[]): Promise<Sent | 'away'> {
  for (const item of items) {
    const outcome = await sendOne(parts, item);
    if (outcome !== 'done') return outcome;
  }
  return 'clear';
}

async function sendOne(parts: SenderParts, first: OutboxItem): Promise<'done' | 'later' | 'away'> {
  const { store, tell } = parts;
  let item = first;
  for (let conflicts = 0; conflicts < MOST_CONFLICTS; conflicts += 1) {
    const delivery = await parts.deliver(item.jobId, item.event);
    switch (delivery.outcome) {
      case 'saved':
        await store.remove(item.n);
        tell({ kind: 'saved', jobId: item.jobId, event: delivery.event });
        return 'done';
      case 'refused':
        await setAside(parts, item, delivery.reason);
        return 'done';
      case 'unreachable':
        return 'away';
      case 'fault':
        return faulty(parts, item);
      case 'conflict': {
        const seq = delivery.lastSeq + 1;
        if (delivery.missing.length > 0) tell({ kind: 'arrived', jobId: item.jobId, events: delivery.missing });
        // The same place was refused: the server contradicts itself, and asking again at once would not help.
        if (seq === item.event.seq) return 'later';
        if (seq < item.event.seq) tell({ kind: 'shorter', jobId: item.jobId });
        item = { ...item, event: { ...item.event, seq } };
        await store.put(item);
      }
    }
  }
  return 'later';
}

/** The server failed at this event: tried again a few times, then set aside if everything else works. */
async function faulty(parts: SenderParts, item: OutboxItem): Promise<'done' | 'later' | 'away'> {
  if (!(await parts.isServerWell())) return 'away';
  const faults = item.faults + 1;
  if (faults >= MOST_FAULTS) {
    await setAside(parts, { ...item, faults }, 'the server fails at it every time');
    return 'done';
  }
  await parts.store.put({ ...item, faults });
  return 'later';
}

async function setAside({ store, tell }: SenderParts, item: OutboxItem, reason: string): Promise<void> {
  await store.put({ ...item, state: 'stuck', reason });
  tell({ kind: 'stuck', jobId: item.jobId });
}
