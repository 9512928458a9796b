import { foldJob, type JobEvent } from '@amber-needle/core/job';
import { append, move, opened, reading, zero } from '@amber-needle/core/testing';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { database, databaseUrl } from '../db/connection';
import { insertJob, readLog } from '../db/jobRepository';
import { migrate } from '../db/migrate';
import { takeJob } from '../jobs/jobService';
import { takeMachine } from '../jobs/machineService';
import { commandInstrument, giveInstruments, takeInstrument } from './instrumentService';

const url = new URL(databaseUrl());
url.pathname = '/needle_instrument_test';

beforeAll(async () => {
  process.env.DATABASE_URL = url.href;
  await migrate(url);
});

afterAll(async () => {
  await database().raw('DROP DATABASE needle_instrument_test');
  await database().destroy();
});

const post = (body: unknown) =>
  new Request('http://127.0.0.1/api/x', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });

async function all(): Promise<readonly { readonly id: string }[]> {
  const { instruments } = await (await giveInstruments()).json();
  return instruments;
}

const learned = {
  channel: 1,
  offsetKPa: 0.2,
  offsetUncertaintyKPa: 0.05,
  slope: 0.01,
  slopeUncertainty: 0.001,
  on: '2026-03-01T09:00:00.000Z',
};
const gauge = {
  id: uuid(),
  name: ' Left drawer pair ',
  what: 'gaugeSet',
  channels: 2,
  classPercent: null,
  learned: [],
};

const FINISHED = { kind: 'finished', outcome: 'balanced', probability: 0.97 } as const;

describe('an instrument of the workshop', () => {
  it('is kept, keeps what is learned of it, and comes back after it was deleted', async () => {
    await takeInstrument(post(gauge));
    expect(await all()).toEqual([{ ...gauge, name: 'Left drawer pair' }]);
    const better = { ...gauge, name: 'Left drawer pair', classPercent: 0.5, learned: [learned] };
    await takeInstrument(post(better));
    expect(await all()).toEqual([better]);
    await commandInstrument(post({ do: 'delete' }), gauge.id);
    expect(await all()).toEqual([]);
    await takeInstrument(post(better));
    expect(await all()).toEqual([better]);
  });

  it('is refused with the field that is wrong', async () => {
    await expect(takeInstrument(post({ ...gauge, what: 'spoon' }))).rejects.toMatchObject({
      status: 422,
      details: [{ path: '/what' }],
    });
    await expect(takeInstrument(post({ ...gauge, learned: [{ ...learned, slope: 3 }] }))).rejects.toMatchObject({
      details: [{ path: '/learned/0/slope' }],
    });
    await expect(commandInstrument(post({ do: 'delete' }), uuid())).rejects.toMatchObject({ status: 404 });
    await expect(commandInstrument(post({ do: 'polish' }), gauge.id)).rejects.toMatchObject({ status: 422 });
  });
});

describe('what was put right before', () => {
  const put = async (machineId: string, more: readonly Parameters<typeof append>[1][]) => {
    const log = more.reduce(append, opened).map((event): JobEvent => ({ ...event, id: uuid() }));
    await insertJob(database(), { id: uuid(), machineId, openedAt: '2026-02-01T09:00:00.000Z' }, log);
  };
  const openedWith = async (machineId: string, practice = false) => {
    const id = uuid();
    await takeJob(post({ id, machineId, complaint: '', ...(practice ? { practice: true } : {}) }));
    return foldJob((await readLog(database(), id)).events)?.cures;
  };

  it('is counted by cause over the workshop and named for the machine; practice neither teaches nor is taught', async () => {
    const [here, there] = [uuid(), uuid()];
    for (const id of [here, there])
      await takeMachine(post({ id, name: id, archetype: 'twin', note: '', idleRpm: 1100, spreadKPa: 1 }));
    expect(await openedWith(here)).toBeUndefined();
    await put(here, [{ kind: 'cured', cause: 'flooding', place: '1' }]);
    await put(there, [
      { kind: 'cured', cause: 'flooding', place: '2' },
      { kind: 'cured', cause: 'tankVent' },
    ]);
    expect(await openedWith(here)).toMatchObject({
      workshop: [
        { cause: 'flooding', count: 2 },
        { cause: 'tankVent', count: 1 },
      ],
      here: [{ cause: 'flooding', place: '1' }],
    });
    expect(await openedWith(here, true)).toBeUndefined();
  });

  it('does not count what was undone', async () => {
    const machineId = uuid();
    await takeMachine(post({ id: machineId, name: 'U', archetype: 'twin', note: '', idleRpm: 1100, spreadKPa: 1 }));
    const [first, second] = [uuid(), uuid()];
    const log = append(opened, { kind: 'cured', cause: 'badFuel' });
    const cured: JobEvent[] = log.map((event, i) => ({ ...event, id: i === 0 ? first : second }));
    const undone: JobEvent = {
      kind: 'undone',
      version: 1,
      id: uuid(),
      seq: 3,
      at: '2026-02-01T09:00:00.000Z',
      event: second,
    };
    await insertJob(database(), { id: uuid(), machineId, openedAt: '2026-02-01T09:00:00.000Z' }, [...cured, undone]);
    const cures = await openedWith(machineId);
    expect(cures?.workshop.some(({ cause }) => cause === 'badFuel')).toBe(false);
  });
});

describe('a machine’s second visit', () => {
  const machineId = uuid();
  const log = [zero(0, 0), reading({ kPa: [44, 40] }), move('A', 0.25), reading({ kPa: [41, 40.5] }), FINISHED].reduce(
    append,
    opened,
  );
  const visit = async (practice: boolean) => {
    const id = uuid();
    await takeJob(post({ id, machineId, complaint: '', ...(practice ? { practice: true } : {}) }));
    const { events } = await readLog(database(), id);
    return foldJob(events)?.lastVisit;
  };

  it('knows how it was left and what its screws did; practice neither teaches nor is taught', async () => {
    await takeMachine(post({ id: machineId, name: 'Twice', archetype: 'twin', note: '', idleRpm: 1100, spreadKPa: 1 }));
    expect(await visit(false)).toBeUndefined();
    const events = log.map((event): JobEvent => ({ ...event, id: uuid() }));
    await insertJob(database(), { id: uuid(), machineId, openedAt: '2026-02-01T09:00:00.000Z' }, events);
    const before = await visit(false);
    expect(before?.asLeft.map(({ throat }) => throat)).toEqual(['1', '2']);
    expect(before?.gains.map(({ adjuster }) => adjuster)).toContain('A');
    expect(await visit(true)).toBeUndefined();
  });
});
