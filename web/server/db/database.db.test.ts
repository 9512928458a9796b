import { foldJob, type JobEvent, standingOf } from '@amber-needle/core/job';
import { twinWithTwoStops } from '@amber-needle/core/setup';
import { append, logs, move, opened, reading } from '@amber-needle/core/testing';
import fc from 'fast-check';
import type { Knex } from 'knex';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { databaseUrl, openDatabase } from './connection';
import { listGarage, listJobsOf } from './garageList';
import { appendEvent, findJobsOfEvents, insertJob, readLog, readStanding } from './jobRepository';
import { findMachine, findMachinesByName, insertMachine } from './machineRepository';
import { migrate, migrateDown } from './migrate';
import { MIGRATIONS } from './migrations';
import { rebuildJob } from './rebuild';

const url = new URL(databaseUrl());
url.pathname = '/needle_repository_test';
let db: Knex;
const machineId = uuid();
const machine = {
  id: machineId,
  name: 'Test twin',
  note: '',
  setup: twinWithTwoStops,
  createdAt: '2026-01-01T00:00:00.000Z',
  practice: false,
};

beforeAll(async () => {
  await migrate(url);
  db = openDatabase(url);
  await insertMachine(db, machine);
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

/** Any log under ids of its own, undoings pointing where they did. */
function fresh(events: readonly JobEvent[]): readonly JobEvent[] {
  const ids = new Map(events.map(({ id }) => [id, uuid()]));
  const idOf = (id: string) => ids.get(id) ?? id;
  return events.map((event) => ({
    ...event,
    id: idOf(event.id),
    ...(event.kind === 'undone' ? { event: idOf(event.event) } : {}),
  }));
}

const plain = (value: unknown) => JSON.parse(JSON.stringify(value ?? null));

describe('migrations', () => {
  it('run once and then find nothing to do', async () => {
    expect(await migrate(url)).toEqual([]);
  });

  it('make InnoDB tables with a primary key each, in utf8mb4: fit for a Galera cluster', async () => {
    const [tables] = await db.raw(
      "SELECT table_name AS name, engine FROM information_schema.tables WHERE table_schema = 'needle_repository_test' AND table_name NOT LIKE 'knex%' AND table_type = 'BASE TABLE'",
    );
    expect(tables.length).toBeGreaterThanOrEqual(9);
    for (const { name, engine } of tables) expect([name, engine]).toEqual([name, 'InnoDB']);
    const [keys] = await db.raw(
      "SELECT DISTINCT table_name AS name FROM information_schema.table_constraints WHERE table_schema = 'needle_repository_test' AND constraint_type = 'PRIMARY KEY' AND table_name NOT LIKE 'knex%'",
    );
    expect(keys).toHaveLength(tables.length);
  });

  it('go down to the first and up again, and what was written before is still told the same', async () => {
    const other = new URL(url);
    other.pathname = '/needle_updown_test';
    await migrate(other);
    await migrateDown(other, MIGRATIONS.length - 1);
    expect(await migrate(other)).toEqual(MIGRATIONS.slice(1).map(({ name }) => name));
    await db.raw('DROP DATABASE needle_updown_test');
  });

  it('bear each step being done twice: a start may be cut short in the middle of any', async () => {
    const other = new URL(url);
    other.pathname = '/needle_twice_test';
    await migrate(other);
    const there = openDatabase(other, 600);
    for (const { name, up } of MIGRATIONS)
      await up(there).catch((error) => Promise.reject(new Error(`${name}: ${error.message}`)));
    // A start that was killed while it migrated leaves Knex's own lock behind.
    await there('knex_migrations_lock').update({ is_locked: 1 });
    await there('knex_migrations').where({ name: '0010-event-guard' }).delete();
    expect(await migrate(other)).toEqual(['0010-event-guard']);
    await there.raw('DROP DATABASE needle_twice_test');
    await there.destroy();
  });

  it('bring a database of the first version up to date, with a backup asked for before, and read all its jobs', async () => {
    const old = new URL(url);
    old.pathname = '/needle_old_test';
    await migrate(old, { upTo: '0001-workshop' });
    const before = openDatabase(old);
    const jobId = uuid();
    const log = fresh([reading({ kPa: [44, 40] }), move('A', 0.25)].reduce(append, opened));
    const finish = {
      kind: 'finished',
      id: uuid(),
      seq: log.length + 1,
      at: log[0]?.at,
      outcome: 'balanced',
      probability: 0.97,
    };
    await before('machine').insert({
      id: machineId,
      name: 'Old twin',
      note: '',
      setup: JSON.stringify(twinWithTwoStops),
      created_at: '2025-01-01 00:00:00.000',
    });
    await before('job').insert({ id: jobId, machine_id: machineId, opened_at: '2025-02-01 00:00:00.000' });
    for (const { version, ...event } of [...log, { ...finish, version: 1 }] as JobEvent[])
      await before('job_event').insert({
        job_id: jobId,
        seq: event.seq,
        event_id: event.id,
        kind: event.kind,
        body: JSON.stringify(event),
      });
    // The event that took the garage down for everyone.
    const poisonedId = uuid();
    await before.transaction(async (trx) => {
      await trx.raw("SET sql_mode = ''");
      await trx('job').insert({ id: poisonedId, machine_id: machineId, opened_at: '0000-00-00 00:00:00.000' });
      const opening = { ...log[0], version: undefined, id: uuid(), at: '0000-00-00T00:00:00.000Z' };
      const row = { job_id: poisonedId, seq: 1, event_id: opening.id, kind: 'opened', body: JSON.stringify(opening) };
      await trx('job_event').insert(row);
    });
    let asked: readonly string[] = [];
    const run = await migrate(old, {
      backup: async (pending) => {
        asked = pending;
      },
    });
    expect(asked).toEqual(run);
    const garage = await listGarage(before, {
      place: 'workshop',
      bank: undefined,
      words: [],
      openOnly: false,
      after: undefined,
    });
    expect(garage.machines).toMatchObject([
      {
        name: 'Old twin',
        bank: twinWithTwoStops.name,
        openJobs: 1,
        jobs: [
          { id: poisonedId, unreadable: expect.stringContaining('event 1: /at') },
          { id: jobId, status: 'closed', outcome: 'balanced' },
        ],
      },
    ]);
    expect((await readLog(before, jobId)).events.at(-1)).toMatchObject({ kind: 'finished', version: 2, endsJob: true });
    await before.raw('DROP DATABASE needle_old_test');
    await before.destroy();
  });

  it('do not touch a database when its backup fails, nor one that a newer program has made', async () => {
    const other = new URL(url);
    other.pathname = '/needle_newer_test';
    await migrate(other, { upTo: '0001-workshop' });
    const failing = { backup: () => Promise.reject(new Error('no room')) };
    await expect(migrate(other, failing)).rejects.toThrow('no room');
    const there = openDatabase(other);
    expect(await there.schema.hasTable('job_summary')).toBe(false);
    await there('knex_migrations').insert({ name: '9999-of-tomorrow', batch: 9, migration_time: new Date() });
    await expect(migrate(other)).rejects.toThrow(/newer version.*9999-of-tomorrow/);
    await there.raw('DROP DATABASE needle_newer_test');
    await there.destroy();
  });
});

describe('machines', () => {
  it('come back as they were saved; saving again changes nothing', async () => {
    await insertMachine(db, { ...machine, name: 'Other', createdAt: '2026-02-01T00:00:00.000Z' });
    expect(await findMachine(db, machineId)).toMatchObject({
      name: 'Test twin',
      setup: twinWithTwoStops,
      createdAt: '2026-01-01T00:00:00.000Z',
    });
    expect(await findMachine(db, uuid())).toBeUndefined();
  });

  it('are told apart by the letter', async () => {
    await insertMachine(db, { ...machine, id: uuid(), name: 'AMÉLIE' });
    expect(await findMachinesByName(db, 'Amelie')).toEqual([]);
    expect(await findMachinesByName(db, 'AMÉLIE')).toHaveLength(1);
  });

  it('whose bank cannot be read are named and break nothing', async () => {
    const id = uuid();
    await insertMachine(db, { ...machine, id, name: 'Broken bank' });
    await db('machine').where({ id }).update({ setup: '{"format":"x"}' });
    expect((await findMachine(db, id))?.setup).toMatchObject({ unreadable: expect.stringContaining('/') });
    const { machines } = await listGarage(db, {
      place: 'workshop',
      bank: undefined,
      words: ['broken'],
      openOnly: false,
      after: undefined,
    });
    expect(machines.map(({ name }) => name)).toEqual(['Broken bank']);
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
    const { events: back } = await readLog(db, id);
    expect(back).toEqual(log);
    expect(foldJob(back)).toEqual(foldJob(log));
    expect((await readLog(db, id, 2)).events).toEqual(log.slice(2));
  });

  it('keeps beside it what the whole log folds to, whatever is appended', async () => {
    await fc.assert(
      fc.asyncProperty(logs, async (log) => {
        const id = uuid();
        const events = fresh(log);
        await insertJob(db, { id, machineId, openedAt: events[0]?.at ?? '' }, events.slice(0, 1));
        for (const event of events.slice(1))
          expect(await appendEvent(db, id, event)).toMatchObject({ outcome: 'appended' });
        const folded = foldJob(events);
        expect(plain(await readStanding(db, id))).toEqual(plain(standingOf(folded)));
        const row = await db('job_summary').where({ job_id: id }).first();
        expect([row.status, row.events, row.complaint]).toEqual([folded?.status, events.length, folded?.complaint]);
        const kept = async () => {
          const { body, ...snapshot } = await db('job_snapshot').where({ job_id: id }).first();
          return [await db('job_summary').where({ job_id: id }).first(), snapshot, JSON.parse(body)];
        };
        const before = await kept();
        await rebuildJob(db, id);
        expect(await kept()).toEqual(before);
      }),
      { numRuns: 15 },
    );
  });

  it('is not changed by a repeated delivery; another event under the same id is told as another', async () => {
    const { id, events } = await newJob();
    const made = next(events, move('A', 0.25));
    await appendEvent(db, id, made);
    expect(await appendEvent(db, id, made)).toEqual({ outcome: 'repeated', event: made });
    expect(await appendEvent(db, id, { ...made, seq: 9 })).toEqual({ outcome: 'repeated', event: made });
    expect(await appendEvent(db, id, { ...made, turns: 0.5 } as JobEvent)).toEqual({ outcome: 'differs' });
    const other = await newJob();
    expect(await appendEvent(db, other.id, made)).toEqual({ outcome: 'differs' });
    expect((await readLog(db, id)).events).toHaveLength(2);
  });

  it('tells a writer who is behind what is missing, and one who is ahead how long it is', async () => {
    const { id, events } = await newJob();
    const first = next(events, move('A', 0.25));
    const late = next(events, move('B', 0.25));
    await appendEvent(db, id, first);
    expect(await appendEvent(db, id, late)).toEqual({ outcome: 'conflict', missing: [first], lastSeq: 2 });
    expect(await appendEvent(db, id, { ...late, seq: 40 })).toEqual({ outcome: 'conflict', missing: [], lastSeq: 2 });
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
    const { events: log } = await readLog(db, id);
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
    const made = next(events, move('A', 0.25));
    const [taken] = events;
    if (taken === undefined) throw new Error('the job was opened');
    await expect(insertJob(db, { id, machineId, openedAt: taken.at }, [taken, made])).rejects.toMatchObject({
      code: 'ER_DUP_ENTRY',
    });
    expect((await readLog(db, id)).events).toEqual([]);
    expect(await findJobsOfEvents(db, [made.id])).toEqual([]);
  });

  it('cannot be changed or cut by anyone', async () => {
    const { id } = await newJob();
    await expect(db('job_event').where({ job_id: id }).update({ kind: 'note' })).rejects.toThrow(/never changed/);
    await expect(db('job_event').where({ job_id: id }).delete()).rejects.toThrow(/only with a purged job/);
  });

  it('with an event that cannot be read is told up to there, named, and takes nothing more', async () => {
    const { id, events } = await newJob();
    await db('job_event').insert({
      job_id: id,
      seq: 2,
      event_id: uuid(),
      kind: 'note',
      body: '{"kind":"note","text":5}',
    });
    await rebuildJob(db, id);
    const log = await readLog(db, id);
    expect(log).toMatchObject({ events, unreadable: { seq: 2 } });
    const made = { ...next(events, move('A', 0.25)), seq: 3 };
    expect(await appendEvent(db, id, made)).toMatchObject({
      outcome: 'unreadable',
      where: expect.stringContaining('event 2'),
    });
    const { jobs } = await listJobsOf(db, machineId, { hidden: false, after: undefined });
    expect(jobs.find((job) => job.id === id)?.unreadable).toContain('event 2');
  });

  it('says nothing of what it held when the database complains', async () => {
    const { events } = await newJob();
    const id = uuid();
    const failure = await insertJob(db, { id, machineId, openedAt: events[0]?.at ?? '' }, events).catch(
      (error: Error) => error,
    );
    expect(failure).toBeInstanceOf(Error);
    expect(`${(failure as Error).message}${(failure as Error).stack}`).not.toContain(events[0]?.id ?? 'no id');
  });

  it('is summed up for the garage, undone finishes not counted', async () => {
    const { id, events } = await newJob();
    const finish = next(events, { kind: 'finished', outcome: 'balanced', probability: 0.97 });
    await appendEvent(db, id, finish);
    const summary = async () => {
      const { jobs } = await listJobsOf(db, machineId, { hidden: false, after: undefined });
      return jobs.find((job) => job.id === id);
    };
    expect(await summary()).toMatchObject({ status: 'finished', outcome: 'balanced' });
    await appendEvent(db, id, next([...events, finish], { kind: 'undone', event: finish.id }));
    expect(await summary()).toMatchObject({ status: 'open' });
  });
});
