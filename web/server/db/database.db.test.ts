import { foldJob, type JobEvent } from '@amber-needle/core/job';
import { twinWithTwoStops } from '@amber-needle/core/setup';
import { append, move, opened, reading } from '@amber-needle/core/testing';
import type { Knex } from 'knex';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { databaseUrl, openDatabase } from './connection';
import { appendEvent, findJobOfEvent, insertJob, listJobs, readEvents } from './jobRepository';
import { findMachine, insertMachine, listMachines } from './machineRepository';
import { migrate } from './migrate';

const url = new URL(databaseUrl());
url.pathname = '/needle_repository_test';
let db: Knex;
const machineId = uuid();

beforeAll(async () => {
  await migrate(url);
  db = openDatabase(url);
  await insertMachine(db, {
    id: machineId,
    name: 'Test twin',
    note: '',
    setup: twinWithTwoStops,
    createdAt: '2026-01-01T00:00:00.000Z',
  });
});

afterAll(async () => {
  await db.raw('DROP DATABASE needle_repository_test');
  await db.destroy();
});

/** A new job with events of its own: ids must differ between jobs. */
async function newJob(): Promise<{ readonly id: string; readonly events: readonly JobEvent[] }> {
  const id = uuid();
  const [first] = opened;
  if (first === undefined) throw new Error('the log was opened');
  const events = [{ ...first, id: uuid() }];
  await insertJob(db, { id, machineId, openedAt: first.at }, events);
  return { id, events };
}

const next = (events: readonly JobEvent[], event: Parameters<typeof append>[1]): JobEvent => {
  const made = append(events, event).at(-1);
  if (made === undefined) throw new Error('an event was made');
  return { ...made, id: uuid() };
};

describe('migrations', () => {
  it('run once and then find nothing to do', async () => {
    expect(await migrate(url)).toEqual([]);
  });

  it('make InnoDB tables with a primary key each, in utf8mb4: fit for a Galera cluster', async () => {
    const [tables] = await db.raw(
      "SELECT table_name AS name, engine, table_collation AS collation FROM information_schema.tables WHERE table_schema = 'needle_repository_test' AND table_name IN ('machine', 'job', 'job_event')",
    );
    expect(tables).toHaveLength(3);
    for (const { engine, collation } of tables) {
      expect(engine).toBe('InnoDB');
      expect(collation).toMatch(/^utf8mb4/);
    }
    const [keys] = await db.raw(
      "SELECT DISTINCT table_name AS name FROM information_schema.table_constraints WHERE table_schema = 'needle_repository_test' AND constraint_type = 'PRIMARY KEY' AND table_name IN ('machine', 'job', 'job_event')",
    );
    expect(keys).toHaveLength(3);
  });
});

describe('machines', () => {
  it('come back as they were saved; saving again changes nothing', async () => {
    await insertMachine(db, {
      id: machineId,
      name: 'Other',
      note: '',
      setup: twinWithTwoStops,
      createdAt: '2026-02-01T00:00:00.000Z',
    });
    expect(await findMachine(db, machineId)).toMatchObject({
      name: 'Test twin',
      setup: twinWithTwoStops,
      createdAt: '2026-01-01T00:00:00.000Z',
    });
    expect(await listMachines(db)).toHaveLength(1);
    expect(await findMachine(db, uuid())).toBeUndefined();
  });
});

describe('the log of a job', () => {
  it('read back folds to the job that was folded live', async () => {
    const { id, events } = await newJob();
    let log = events;
    for (const event of [
      reading({ kPa: [40.123456789, 41] }),
      move('A', 0.0625),
      { kind: 'note', text: 'ünïcode ⅛ 🔧' } as const,
    ]) {
      const made = next(log, event);
      expect(await appendEvent(db, id, made)).toEqual({ outcome: 'appended', event: made });
      log = [...log, made];
    }
    const back = await readEvents(db, id);
    expect(back).toEqual(log);
    expect(foldJob(back)).toEqual(foldJob(log));
    expect(await readEvents(db, id, 2)).toEqual(log.slice(2));
  });

  it('is not changed by a repeated delivery', async () => {
    const { id, events } = await newJob();
    const made = next(events, move('A', 0.25));
    await appendEvent(db, id, made);
    expect(await appendEvent(db, id, made)).toEqual({ outcome: 'repeated', event: made });
    expect(await appendEvent(db, id, { ...made, seq: 9 })).toEqual({ outcome: 'repeated', event: made });
    expect(await readEvents(db, id)).toHaveLength(2);
  });

  it('tells a writer who is behind what is missing', async () => {
    const { id, events } = await newJob();
    const first = next(events, move('A', 0.25));
    const late = next(events, move('B', 0.25));
    await appendEvent(db, id, first);
    expect(await appendEvent(db, id, late)).toEqual({ outcome: 'conflict', missing: [first] });
  });

  it('has no gap after twenty writers at once', async () => {
    const { id, events } = await newJob();
    const write = async (turns: number) => {
      for (let seen = events; ; ) {
        const result = await appendEvent(db, id, next(seen, move('A', turns)));
        if (result.outcome !== 'conflict') return result.outcome;
        seen = [...seen, ...result.missing];
      }
    };
    const outcomes = await Promise.all(Array.from({ length: 20 }, () => write(0.0625)));
    expect(outcomes).toEqual(outcomes.map(() => 'appended'));
    const log = await readEvents(db, id);
    expect(log.map(({ seq }) => seq)).toEqual(Array.from({ length: 21 }, (_, i) => i + 1));
    expect(foldJob(log)?.positions.A).toBe(1.25);
  });

  it('refuses what cannot stand, and unknown jobs', async () => {
    const { id, events } = await newJob();
    const wild = { ...next(events, move('A', 0.25)), adjuster: 'Z' } as JobEvent;
    expect(await appendEvent(db, id, wild)).toEqual({ outcome: 'refused', refusal: 'noSuchAdjuster' });
    expect(await appendEvent(db, uuid(), wild)).toEqual({ outcome: 'noSuchJob' });
  });

  it('is taken in whole or not at all', async () => {
    const { events } = await newJob();
    const id = uuid();
    const fresh = next(events, move('A', 0.25));
    const [taken] = events;
    if (taken === undefined) throw new Error('the job was opened');
    await expect(insertJob(db, { id, machineId, openedAt: taken.at }, [taken, fresh])).rejects.toThrow();
    expect(await readEvents(db, id)).toEqual([]);
    expect(await findJobOfEvent(db, fresh.id)).toBeUndefined();
  });

  it('is summed up for the garage, undone finishes not counted', async () => {
    const { id, events } = await newJob();
    const finish = next(events, { kind: 'finished', outcome: 'balanced', probability: 0.97 });
    await appendEvent(db, id, finish);
    const summary = async () => (await listJobs(db)).find((job) => job.id === id);
    expect(await summary()).toMatchObject({ status: 'finished', outcome: 'balanced' });
    await appendEvent(db, id, next([...events, finish], { kind: 'undone', event: finish.id }));
    expect(await summary()).toMatchObject({ status: 'open' });
  });
});
