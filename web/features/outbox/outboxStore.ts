import { checkEvent, type JobEvent } from '@amber-needle/core/job';
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';

/** An event on its way to the server. */
export interface OutboxItem {
  /** Its place among all that waits in this browser. */
  readonly n: number;
  readonly jobId: string;
  readonly event: JobEvent;
  readonly addedAt: string;
  /** `stuck`: the server will not take it as it is; it is kept until a person decides. */
  readonly state: 'waiting' | 'stuck';
  readonly reason: string;
  /** How often the server failed at this event, while it answered otherwise. */
  readonly faults: number;
  /** Whether the browser's store holds it, so that a reload does not lose it. */
  readonly kept: boolean;
}

interface KnownLog {
  readonly jobId: string;
  readonly events: readonly JobEvent[];
}

/** What this browser holds for the server, all tabs together, and the last it knew of each log. */
export interface OutboxStore {
  /** Adds an event behind the others. An item that could not be kept says so; it waits in this tab alone. */
  add(jobId: string, event: JobEvent, addedAt: string): Promise<OutboxItem>;
  all(): Promise<readonly OutboxItem[]>;
  ofJob(jobId: string): Promise<readonly OutboxItem[]>;
  put(item: OutboxItem): Promise<void>;
  remove(n: number): Promise<void>;
  rememberLog(log: KnownLog): Promise<void>;
  knownLog(jobId: string): Promise<readonly JobEvent[]>;
}

interface Stored extends Omit<OutboxItem, 'event' | 'kept'> {
  readonly event: unknown;
}

interface Schema extends DBSchema {
  waiting: { key: number; value: Omit<Stored, 'n'> & { readonly n?: number }; indexes: { jobId: string } };
  logs: { key: string; value: { readonly jobId: string; readonly events: readonly unknown[] } };
}

/** Items that only this tab holds come after all that the store numbers. */
const FIRST_OF_TAB = 1e12;

/** Opens the browser's store; where there is none (a private window, a full disk) everything stays in this tab. */
export async function openOutboxStore(name = 'amber-needle'): Promise<OutboxStore> {
  const db = await openDB<Schema>(name, 1, {
    upgrade(upgraded) {
      upgraded.createObjectStore('waiting', { keyPath: 'n', autoIncrement: true }).createIndex('jobId', 'jobId');
      upgraded.createObjectStore('logs', { keyPath: 'jobId' });
    },
    blocking: (_current, _blocked, event) => {
      if (event.target instanceof IDBDatabase) event.target.close();
    },
  }).catch(() => undefined);
  return createStore(db);
}

function createStore(db: IDBPDatabase<Schema> | undefined): OutboxStore {
  const ofTab = new Map<number, OutboxItem>();

  async function listed(jobId?: string): Promise<readonly OutboxItem[]> {
    const stored = await (jobId === undefined ? db?.getAll('waiting') : db?.getAllFromIndex('waiting', 'jobId', jobId));
    const own = [...ofTab.values()].filter((item) => jobId === undefined || item.jobId === jobId);
    return [...(stored ?? []).map(readItem), ...own].sort((a, b) => a.n - b.n);
  }

  return {
    async add(jobId, event, addedAt) {
      const item = { jobId, event, addedAt, state: 'waiting' as const, reason: '', faults: 0 };
      try {
        if (db === undefined) throw new Error('There is no store');
        const n = await db.add('waiting', item);
        return { ...item, n, kept: true };
      } catch {
        const own = { ...item, n: FIRST_OF_TAB + ofTab.size + performance.now(), kept: false };
        ofTab.set(own.n, own);
        return own;
      }
    },
    all: () => listed(),
    ofJob: (jobId) => listed(jobId),
    async put(item) {
      const { kept, ...stored } = item;
      if (kept) await db?.put('waiting', stored);
      else ofTab.set(item.n, item);
    },
    async remove(n) {
      if (!ofTab.delete(n)) await db?.delete('waiting', n);
    },
    async rememberLog(log) {
      // What is known of a log is a comfort, not a promise: a full store goes without.
      await db?.put('logs', log).catch(() => undefined);
    },
    async knownLog(jobId) {
      const stored = await db?.get('logs', jobId).catch(() => undefined);
      const checked = (stored?.events ?? []).map(checkEvent);
      const firstBad = checked.findIndex(({ outcome }) => outcome === 'invalid');
      return checked
        .slice(0, firstBad < 0 ? undefined : firstBad)
        .flatMap((each) => (each.outcome === 'valid' ? [each.value] : []));
    },
  };
}

/** An item as an older program may have left it: its event is lifted to today's version, and kept as it is where that fails. */
function readItem(stored: Schema['waiting']['value']): OutboxItem {
  const checked = checkEvent(stored.event);
  const base = { ...stored, n: stored.n ?? 0, kept: true };
  if (checked.outcome === 'valid') return { ...base, event: checked.value };
  const [first] = checked.problems;
  // Shown and exported as it is; it is never sent.
  return {
    ...base,
    event: stored.event as JobEvent,
    state: 'stuck',
    reason: `${first?.path ?? ''} ${first?.reason ?? ''}`,
  };
}
