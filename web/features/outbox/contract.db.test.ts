import 'fake-indexeddb/auto';
import { foldJob, type JobEvent, kindOf } from '@amber-needle/core/job';
import { twinWithTwoStops } from '@amber-needle/core/setup';
import { move, opened } from '@amber-needle/core/testing';
import { IDBFactory } from 'fake-indexeddb';
import fc from 'fast-check';
import { v7 as uuid } from 'uuid';
import { afterAll, afterEach, beforeAll, describe, expect, it, vi } from 'vitest';
import { lostByServer } from '@/features/bench/log/mergeLog';
import { database, databaseUrl } from '@/server/db/connection';
import { insertJob, readLog } from '@/server/db/jobRepository';
import { insertMachine } from '@/server/db/machineRepository';
import { migrate } from '@/server/db/migrate';
import { purgeDeleted } from '@/server/db/putAside';
import { route } from '@/server/http/route';
import { giveEvents, takeEvent } from '@/server/jobs/jobService';
import { deliver, eventsAfter } from './delivery';
import { openOutboxStore } from './outboxStore';
import { type OutboxMessage, sendAll } from './sender';

const url = new URL(databaseUrl());
url.pathname = '/needle_outbox_test';
const machineId = uuid();
const AT = '2026-01-01T00:00:00.000Z';

beforeAll(async () => {
  process.env.DATABASE_URL = url.href;
  await migrate(url);
  const machine = {
    id: machineId,
    name: 'Contract',
    note: '',
    setup: twinWithTwoStops,
    createdAt: AT,
    practice: false,
  };
  await insertMachine(database(), machine);
});

afterAll(async () => {
  await database().raw('DROP DATABASE needle_outbox_test');
  await database().destroy();
});

afterEach(() => vi.unstubAllGlobals());

/** The real routes behind `fetch`; `cut` may lose a request before it arrives, or its answer on the way back. */
function serverBehindFetch(cut: () => 'none' | 'request' | 'answer' = () => 'none'): void {
  vi.stubGlobal('fetch', async (path: string, init: RequestInit) => {
    const lost = cut();
    if (lost === 'request') throw new TypeError('cut');
    const [, , , jobId = ''] = path.split(/[/?]/);
    const headers = { ...Object(init.headers), host: '127.0.0.1' };
    const request = new Request(`http://127.0.0.1${path}`, { ...init, headers, signal: null });
    const handle = route((each: Request, { id }: { id: string }) =>
      each.method === 'POST' ? takeEvent(each, id) : giveEvents(each, id),
    );
    const response = await handle(request, { params: Promise.resolve({ id: jobId }) });
    if (lost === 'answer') throw new TypeError('cut');
    return response;
  });
}

async function newJob(): Promise<string> {
  const id = uuid();
  const [first] = opened;
  if (first === undefined) throw new Error('the log was opened');
  await insertJob(database(), { id, machineId, openedAt: first.at }, [{ ...first, id: uuid() }]);
  return id;
}

const turn = (seq: number, turns: number): JobEvent =>
  ({ ...move('A', turns), version: kindOf({ kind: 'move' }).version, id: uuid(), seq, at: AT }) as JobEvent;

const quiet = { isServerWell: async () => true, tell: () => {} };

describe('the sender and the real route', () => {
  it('understand each other: saved, repeated, behind, ahead, refused, another under the same id, and no such job', async () => {
    serverBehindFetch();
    const jobId = await newJob();
    const first = turn(2, 0.25);
    expect(await deliver(jobId, first)).toEqual({ outcome: 'saved', event: first });
    expect(await deliver(jobId, first)).toEqual({ outcome: 'saved', event: first });
    expect(await deliver(jobId, turn(2, 0.25))).toEqual({ outcome: 'conflict', missing: [first], lastSeq: 2 });
    expect(await deliver(jobId, turn(9, 0.25))).toEqual({ outcome: 'conflict', missing: [], lastSeq: 2 });
    expect(await deliver(jobId, { ...turn(3, 0.25), adjuster: 'Z' } as JobEvent)).toEqual({
      outcome: 'refused',
      reason: 'noSuchAdjuster',
    });
    expect(await deliver(jobId, { ...first, turns: 0.5 } as JobEvent)).toMatchObject({ outcome: 'refused' });
    expect(await deliver(uuid(), first)).toEqual({ outcome: 'refused', reason: 'There is no such job.' });
    expect(await eventsAfter(jobId, 1)).toEqual({ outcome: 'seen', events: [first] });
    expect(await eventsAfter(uuid(), 0)).toEqual({ outcome: 'gone' });
  });

  it('lose and double nothing in storms of cut lines, two tabs and another writer', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.constantFrom('add', 'tab', 'send', 'both', 'other'), { minLength: 4, maxLength: 25 }),
        fc.array(fc.constantFrom('none', 'none', 'request', 'answer'), { minLength: 1, maxLength: 12 }),
        async (steps, cuts) => {
          vi.stubGlobal('indexedDB', new IDBFactory());
          let at = 0;
          serverBehindFetch(() => cuts[at++ % cuts.length] ?? 'none');
          const jobId = await newJob();
          const one = await openOutboxStore();
          const two = await openOutboxStore();
          const mine: string[] = [];
          const give = async (store: typeof one) => {
            const event = turn(2 + mine.length, mine.length % 2 === 0 ? 0.0625 : -0.0625);
            mine.push(event.id);
            await store.add(jobId, event, AT);
          };
          for (const step of steps) {
            if (step === 'add') await give(one);
            else if (step === 'tab') await give(two);
            else if (step === 'send') await sendAll({ store: one, deliver, ...quiet });
            else if (step === 'other') await deliver(jobId, turn(2, 0.125));
            // Without the lock that real tabs share: even then nothing may be doubled.
            else await Promise.all([one, two].map((store) => sendAll({ store, deliver, ...quiet })));
          }
          serverBehindFetch();
          while ((await sendAll({ store: one, deliver, ...quiet })) === 'later');
          const { events } = await readLog(database(), jobId);
          const ids = events.map(({ id }) => id);
          expect(new Set(ids).size).toBe(ids.length);
          expect(mine.filter((id) => !ids.includes(id))).toEqual([]);
          expect(events.map(({ seq }) => seq)).toEqual(events.map((_, i) => i + 1));
          expect(foldJob(events)).toBeDefined();
        },
      ),
      { numRuns: 12 },
    );
  }, 60_000);

  it('bring back what a server lost that was restored from an older state', async () => {
    vi.stubGlobal('indexedDB', new IDBFactory());
    serverBehindFetch();
    const jobId = await newJob();
    const store = await openOutboxStore();
    for (let i = 0; i < 4; i += 1) await store.add(jobId, turn(2 + i, 0.0625), AT);
    await sendAll({ store, deliver, ...quiet });
    const { events: known } = await readLog(database(), jobId);
    // As a restore leaves it: the same job with a shorter log.
    const [first, second] = known;
    if (first === undefined || second === undefined) throw new Error('the log was written');
    await database()('job').where({ id: jobId }).update({ deleted_at: '2020-01-01 00:00:00.000' });
    await purgeDeleted(database(), '2026-01-01T00:00:00.000Z');
    await database()('tombstone').where({ job_id: jobId }).delete();
    await insertJob(database(), { id: jobId, machineId, openedAt: first.at }, [first, second]);

    const told: OutboxMessage[] = [];
    const after = turn(known.length + 1, 0.0625);
    await store.add(jobId, after, AT);
    await sendAll({ store, deliver, isServerWell: async () => true, tell: (message) => told.push(message) });
    expect(told.map(({ kind }) => kind)).toEqual(['shorter', 'saved']);
    const looked = await eventsAfter(jobId, 0);
    if (looked.outcome !== 'seen') throw new Error('the job is there');
    for (const event of lostByServer(known, looked.events)) await store.add(jobId, event, AT);
    await sendAll({ store, deliver, ...quiet });
    const { events } = await readLog(database(), jobId);
    expect(new Set(events.map(({ id }) => id))).toEqual(new Set([...known, after].map(({ id }) => id)));
  });
});
