import 'fake-indexeddb/auto';
import { decide, type JobEvent } from '@amber-needle/core/job';
import { idOf, opened } from '@amber-needle/core/testing';
import { IDBFactory } from 'fake-indexeddb';
import fc from 'fast-check';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Delivery } from './delivery';
import { moveOldOutbox } from './oldOutbox';
import { type OutboxStore, openOutboxStore } from './outboxStore';
import { contentText, outboxFile, reasonText } from './outboxWords';
import { type OutboxMessage, sendAll } from './sender';

const AT = '2026-01-01T00:00:00.000Z';
let made = 0;
let store: OutboxStore;
let told: OutboxMessage[];

beforeEach(async () => {
  vi.stubGlobal('indexedDB', new IDBFactory());
  store = await openOutboxStore();
  told = [];
});

function turn(seq: number, turns = 0.0625): JobEvent {
  made += 1;
  return { kind: 'move', version: 2, id: idOf(10_000 + made), seq, at: AT, adjuster: 'A', turns };
}

/** A server with one log a job, that decides as the real one does. */
function serverOf(...jobs: readonly string[]) {
  const logs = new Map(jobs.map((id) => [id, [...opened] as JobEvent[]]));
  return {
    logs,
    async deliver(jobId: string, event: JobEvent): Promise<Delivery> {
      const log = logs.get(jobId);
      if (log === undefined) return { outcome: 'refused', reason: 'There is no such job.' };
      const known = log.find(({ id }) => id === event.id);
      if (known !== undefined) return { outcome: 'saved', event: known };
      if (event.seq !== log.length + 1)
        return { outcome: 'conflict', missing: log.slice(Math.min(event.seq - 1, log.length)), lastSeq: log.length };
      const decision = decide(log, event);
      if (decision.outcome === 'refused') return { outcome: 'refused', reason: decision.refusal };
      log.push(decision.event);
      return { outcome: 'saved', event: decision.event };
    },
  };
}

const parts = (deliver: (jobId: string, event: JobEvent) => Promise<Delivery>, well = true) => ({
  store,
  deliver,
  isServerWell: async () => well,
  tell: (message: OutboxMessage) => told.push(message),
});

describe('sending what waits', () => {
  it('delivers in order and forgets what is saved', async () => {
    const server = serverOf('a');
    for (let i = 0; i < 5; i += 1) await store.add('a', turn(2 + i), AT);
    expect(await sendAll(parts(server.deliver))).toBe('clear');
    expect(server.logs.get('a')?.map(({ seq }) => seq)).toEqual([1, 2, 3, 4, 5, 6]);
    expect(await store.all()).toEqual([]);
    expect(told.map(({ kind }) => kind)).toEqual(Array.from({ length: 5 }, () => 'saved'));
  });

  it('takes its place behind what others wrote first, and tells what that was', async () => {
    const server = serverOf('a');
    const others = turn(2);
    server.logs.get('a')?.push(others);
    await store.add('a', turn(2), AT);
    expect(await sendAll(parts(server.deliver))).toBe('clear');
    expect(told).toMatchObject([
      { kind: 'arrived', events: [others] },
      { kind: 'saved', event: { seq: 3 } },
    ]);
  });

  it('sets aside what is refused, with why, and goes on with the rest and with other jobs', async () => {
    const server = serverOf('a', 'b');
    await store.add('a', { ...turn(2), adjuster: 'Z' } as JobEvent, AT);
    await store.add('a', turn(3), AT);
    await store.add('gone', turn(2), AT);
    await store.add('b', turn(2), AT);
    expect(await sendAll(parts(server.deliver))).toBe('clear');
    expect(server.logs.get('a')).toHaveLength(2);
    expect(server.logs.get('b')).toHaveLength(2);
    const left = await store.all();
    expect(left).toMatchObject([
      { jobId: 'a', state: 'stuck', reason: 'noSuchAdjuster' },
      { jobId: 'gone', state: 'stuck', reason: 'There is no such job.' },
    ]);
    const [first] = left;
    if (first === undefined) throw new Error('one is stuck');
    expect(reasonText(first)).toBe('Could not be saved: There is no such screw on this bank.');
    expect(contentText(first)).toBe('adjuster: Z\nturns: 0.0625');
    const channels = [{ throat: '1', depressionKPa: 40 }];
    expect(
      contentText({ ...first, event: { ...first.event, channels, idleRpm: 900 } as unknown as JobEvent }),
    ).toContain('channels, 1, depression kPa: 40\nidle rpm: 900');
    expect(JSON.parse(outboxFile(left)).items).toHaveLength(2);
  });

  it('sets an event aside that the server fails at while it is well, and waits when it is not', async () => {
    const bad = turn(2);
    await store.add('a', bad, AT);
    await store.add('a', turn(3), AT);
    const server = serverOf('a');
    const failing = async (jobId: string, event: JobEvent): Promise<Delivery> =>
      event.id === bad.id ? { outcome: 'fault' } : server.deliver(jobId, event);
    expect(await sendAll(parts(failing, false))).toBe('later');
    expect(await store.all()).toMatchObject([{ state: 'waiting', faults: 0 }, { state: 'waiting' }]);
    for (let i = 0; i < 3; i += 1) await sendAll(parts(failing));
    expect(await store.all()).toMatchObject([{ state: 'stuck', event: bad }]);
    expect(server.logs.get('a')).toHaveLength(2);
  });

  it('stops at a server that is away and asks nothing more of it', async () => {
    const deliver = vi.fn(async (): Promise<Delivery> => ({ outcome: 'unreachable', reason: 'away' }));
    await store.add('a', turn(2), AT);
    await store.add('b', turn(2), AT);
    expect(await sendAll(parts(deliver))).toBe('later');
    expect(deliver).toHaveBeenCalledTimes(1);
    expect(await store.all()).toHaveLength(2);
  });

  it('does not post for ever at a conflict without headway', async () => {
    const deliver = vi.fn(
      async (_: string, { seq }: JobEvent): Promise<Delivery> => ({
        outcome: 'conflict',
        missing: [],
        lastSeq: seq - 1,
      }),
    );
    await store.add('a', turn(2), AT);
    expect(await sendAll(parts(deliver))).toBe('later');
    expect(deliver).toHaveBeenCalledTimes(1);
    const racing = vi.fn(
      async (_: string, { seq }: JobEvent): Promise<Delivery> => ({
        outcome: 'conflict',
        missing: [turn(seq)],
        lastSeq: seq,
      }),
    );
    expect(await sendAll(parts(racing))).toBe('later');
    expect(racing.mock.calls.length).toBeLessThanOrEqual(20);
  });

  it('tells when the server’s log is shorter than it was: it was restored from an older state', async () => {
    const server = serverOf('a');
    await store.add('a', turn(7), AT);
    expect(await sendAll(parts(server.deliver))).toBe('clear');
    expect(told.map(({ kind }) => kind)).toEqual(['shorter', 'saved']);
    expect(server.logs.get('a')).toHaveLength(2);
  });

  it('loses and doubles nothing in any storm of lost answers, repeats, other writers and two tabs', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.constantFrom('add', 'send', 'lostAnswer', 'lostRequest', 'other', 'otherTab', 'reload'), {
          maxLength: 40,
        }),
        async (steps) => {
          vi.stubGlobal('indexedDB', new IDBFactory());
          store = await openOutboxStore();
          const server = serverOf('a');
          const mine: string[] = [];
          const others: string[] = [];
          for (const step of steps) {
            if (step === 'add' || step === 'otherTab') {
              const tab = step === 'add' ? store : await openOutboxStore();
              const event = turn(2 + mine.length, mine.length % 2 === 0 ? 0.0625 : -0.0625);
              mine.push(event.id);
              await tab.add('a', event, AT);
            } else if (step === 'other') {
              const log = server.logs.get('a') ?? [];
              const event = turn(log.length + 1);
              others.push(event.id);
              if (decide(log, event).outcome === 'accepted') log.push(event);
              else others.pop();
            } else if (step === 'reload') store = await openOutboxStore();
            else if (step === 'send') await sendAll(parts(server.deliver));
            else
              await sendAll(
                parts(async (jobId, event) => {
                  if (step === 'lostAnswer') await server.deliver(jobId, event);
                  return { outcome: 'unreachable', reason: 'cut' };
                }),
              );
          }
          await sendAll(parts(server.deliver));
          const log = server.logs.get('a') ?? [];
          const stuck = (await store.all()).map(({ event }) => event.id);
          expect([...log.slice(1).map(({ id }) => id), ...stuck].sort()).toEqual([...mine, ...others].sort());
          expect(log.map(({ seq }) => seq)).toEqual(log.map((_, i) => i + 1));
          const order = log.map(({ id }) => mine.indexOf(id)).filter((i) => i >= 0);
          expect(order).toEqual([...order].sort((a, b) => a - b));
        },
      ),
      { numRuns: 150 },
    );
  });
});

describe('the browser’s store', () => {
  it('keeps what it was given over a reload, for all tabs', async () => {
    const item = await store.add('a', turn(2), AT);
    expect(item.kept).toBe(true);
    expect(await (await openOutboxStore()).ofJob('a')).toMatchObject([
      { event: item.event, state: 'waiting', kept: true },
    ]);
    await store.rememberLog({ jobId: 'a', events: opened });
    expect(await (await openOutboxStore()).knownLog('a')).toEqual(opened);
    expect(await store.knownLog('b')).toEqual([]);
  });

  it('says so when it cannot keep, and the event still waits in its tab and is sent', async () => {
    vi.spyOn(IDBObjectStore.prototype, 'add').mockImplementation(() => {
      throw new DOMException('full', 'QuotaExceededError');
    });
    const item = await store.add('a', turn(2), AT);
    vi.restoreAllMocks();
    expect(item.kept).toBe(false);
    expect(reasonText(item)).toMatch(/store is full: leave the page open/);
    expect(await (await openOutboxStore()).all()).toEqual([]);
    const server = serverOf('a');
    expect(await sendAll(parts(server.deliver))).toBe('clear');
    expect(server.logs.get('a')).toHaveLength(2);
    expect(await store.all()).toEqual([]);
  });

  it('lifts what an older program left, and shows what cannot be read without sending it', async () => {
    const old = JSON.parse(JSON.stringify({ ...opened[0], version: undefined }));
    await store.add('a', old, AT);
    await store.add('a', { ...turn(2), turns: 0.1 } as JobEvent, AT);
    expect(await store.all()).toMatchObject([
      { event: { version: 6 }, state: 'waiting' },
      { event: { turns: 0.1 }, state: 'stuck', reason: expect.stringContaining('/turns') },
    ]);
  });

  it('takes over what versions before it kept elsewhere, and clears it there', async () => {
    const kept = new Map([
      ['amber-needle/outbox/a', JSON.stringify([turn(2), turn(3)])],
      ['other', 'x'],
    ]);
    vi.stubGlobal(
      'localStorage',
      new Proxy(
        { getItem: (key: string) => kept.get(key) ?? null, removeItem: (key: string) => kept.delete(key) },
        { ownKeys: () => [...kept.keys()], getOwnPropertyDescriptor: () => ({ enumerable: true, configurable: true }) },
      ),
    );
    await moveOldOutbox(store);
    vi.stubGlobal('localStorage', undefined);
    expect(await store.ofJob('a')).toHaveLength(2);
    expect([...kept.keys()]).toEqual(['other']);
  });
});
