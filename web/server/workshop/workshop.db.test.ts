import { createHash, randomBytes } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { foldJob, type JobEvent } from '@amber-needle/core/job';
import { twinWithTwoStops } from '@amber-needle/core/setup';
import { append, move, opened, reading } from '@amber-needle/core/testing';
import type { Knex } from 'knex';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { attachmentsOf, contentOf, keepAttachment } from '../db/attachments';
import { databaseUrl, openDatabase } from '../db/connection';
import { listGarage, machinesOf, ownWords } from '../db/garageList';
import { listInstruments, putInstrument } from '../db/instruments';
import { insertJob, readLog } from '../db/jobRepository';
import { insertMachine } from '../db/machineRepository';
import { migrate } from '../db/migrate';
import { deleteJob, deleteMachine, purgeDeleted } from '../db/putAside';
import { workshopZip } from './exportWorkshop';
import { importWorkshopFile } from './importWorkshop';

const here = new URL(databaseUrl());
here.pathname = '/needle_workshop_here';
const there = new URL(databaseUrl());
there.pathname = '/needle_workshop_there';
let db: Knex;
let other: Knex;
let folder: string;

beforeAll(async () => {
  await Promise.all([migrate(here), migrate(there)]);
  db = openDatabase(here);
  other = openDatabase(there);
  folder = await mkdtemp(join(tmpdir(), 'needle-zip-test-'));
});

afterAll(async () => {
  await db.raw('DROP DATABASE needle_workshop_here');
  await other.raw('DROP DATABASE needle_workshop_there');
  await Promise.all([db.destroy(), other.destroy(), rm(folder, { recursive: true })]);
});

const log = [reading({ kPa: [44, 40] }), move('A', 0.25)].reduce(append, opened);
const fresh = (): readonly JobEvent[] => log.map((event) => ({ ...event, id: uuid() }));

async function addMachine(name: string): Promise<string> {
  const id = uuid();
  await insertMachine(db, {
    id,
    name,
    note: '',
    owner: 'A. Bell',
    setup: twinWithTwoStops,
    createdAt: '2026-01-01T00:00:00.000Z',
    practice: false,
  });
  return id;
}

async function addJob(machineId: string): Promise<string> {
  const id = uuid();
  await insertJob(db, { id, machineId, openedAt: '2026-01-01T00:00:00.000Z' }, fresh());
  return id;
}

async function collect(content: AsyncIterable<Buffer>): Promise<Buffer> {
  const pieces = [];
  for await (const piece of content) pieces.push(piece);
  return Buffer.concat(pieces);
}

const whole = { place: 'workshop', bank: undefined, words: [], openOnly: false, after: undefined } as const;

describe('attachments', () => {
  it('come back byte by byte, are kept once however often they are given, and go with their job', async () => {
    const jobId = await addJob(await addMachine('With a photo'));
    const content = randomBytes(700_000);
    const job = { jobId, name: 'plug.jpg', type: 'image/jpeg', at: '2026-01-01T00:00:00.000Z' };
    const kept = await keepAttachment(db, job, content);
    await keepAttachment(db, job, content);
    const hash = createHash('sha256').update(content).digest('hex');
    expect(kept).toEqual({ outcome: 'kept', attachment: { hash, bytes: 700_000, type: 'image/jpeg' } });
    expect(await attachmentsOf(db, jobId)).toEqual([{ hash, bytes: 700_000, type: 'image/jpeg', name: 'plug.jpg' }]);
    expect((await collect(contentOf(db, hash))).equals(content)).toBe(true);
    expect(await db('attachment_chunk').where({ hash })).toHaveLength(3);
  });

  it('that are no longer what they were say so', async () => {
    const jobId = await addJob(await addMachine('With a bad disk'));
    const kept = await keepAttachment(
      db,
      { jobId, name: 'a.csv', type: 'text/csv', at: '2026-01-01T00:00:00.000Z' },
      Buffer.from('a,b'),
    );
    if (kept.outcome !== 'kept') throw new Error('it was kept');
    const { hash } = kept.attachment;
    await db('attachment_chunk')
      .where({ hash })
      .update({ body: Buffer.from('a,c') });
    await expect(collect(contentOf(db, hash))).rejects.toThrow(/not what it was/);
    await db('attachment_chunk')
      .where({ hash })
      .update({ body: Buffer.from('a,b') });
  });
});

describe('a whole workshop', () => {
  it('goes out as one file and comes in elsewhere, folds and attachments alike; a second time nothing changes', async () => {
    const machineId = await addMachine('Carried over');
    const jobs = await Promise.all(Array.from({ length: 30 }, () => addJob(machineId)));
    const gauge = { id: uuid(), name: 'Drawer', what: 'gaugeSet', channels: 4, classPercent: 1, learned: [] } as const;
    await putInstrument(db, gauge, '2026-01-01T00:00:00.000Z');
    const file = join(folder, 'workshop.zip');
    await pipeline(workshopZip(db), createWriteStream(file));
    const total = (await db('job').select('id')).length;
    expect(await importWorkshopFile(other, file)).toMatchObject({
      jobs: total,
      known: 0,
      attachments: 2,
      instruments: 1,
    });
    expect(await listInstruments(other)).toEqual([gauge]);
    for (const id of jobs)
      expect(foldJob((await readLog(other, id)).events)).toEqual(foldJob((await readLog(db, id)).events));
    expect(await importWorkshopFile(other, file)).toMatchObject({ machines: 0, jobs: 0, instruments: 0, known: total });
    const names = async (from: Knex) =>
      (await listGarage(from, whole)).machines.map(({ name, owner }) => `${name} ${owner}`).sort();
    expect(await names(other)).toEqual(await names(db));
  });

  it('that is damaged, or no workshop, is refused with the place, and nothing is taken in', async () => {
    const file = join(folder, 'damaged.zip');
    await pipeline(workshopZip(db), createWriteStream(file));
    const bytes = await readFile(file);
    const before = await other('job').count({ total: '*' });
    await writeFile(file, bytes.subarray(0, bytes.length / 2));
    await expect(importWorkshopFile(other, file)).rejects.toMatchObject({ status: 422 });
    await writeFile(file, 'hello');
    await expect(importWorkshopFile(other, file)).rejects.toMatchObject({ status: 422 });
    expect(await other('job').count({ total: '*' })).toEqual(before);
  });
});

describe('what is deleted', () => {
  it('goes from the lists at once, comes back when restored, and is purged after thirty days with a tombstone', async () => {
    const machineId = await addMachine('Half deleted');
    const [kept, gone] = [await addJob(machineId), await addJob(machineId)];
    const shown = async () => {
      const { machines } = await listGarage(db, { ...whole, words: ['Half'] });
      return machines.flatMap(({ jobs }) => jobs.map(({ id }) => id)).sort();
    };
    await deleteJob(db, gone, '2026-03-01T00:00:00.000Z');
    expect(await shown()).toEqual([kept]);
    await deleteJob(db, gone, undefined);
    expect(await shown()).toEqual([kept, gone].sort());
    await deleteJob(db, gone, '2026-03-01T00:00:00.000Z');
    expect(await purgeDeleted(db, '2026-03-30T00:00:00.000Z')).toEqual({ jobs: 0, machines: 0 });
    expect(await purgeDeleted(db, '2026-04-01T00:00:00.000Z')).toEqual({ jobs: 1, machines: 0 });
    expect((await readLog(db, gone)).events).toEqual([]);
    expect(await db('tombstone').where({ job_id: gone }).first()).toMatchObject({ machine_id: machineId, events: 3 });
    expect((await readLog(db, kept)).events).toHaveLength(3);
    await deleteMachine(db, machineId, '2026-05-01T00:00:00.000Z');
    expect(await shown()).toEqual([]);
    expect(await purgeDeleted(db, '2026-07-01T00:00:00.000Z')).toEqual({ jobs: 0, machines: 1 });
    expect(await db('machine').where({ id: machineId })).toEqual([]);
  });
});

describe('the garage at scale', () => {
  it('pages through twenty thousand machines in order, without a full scan', async () => {
    const rows = Array.from({ length: 20_000 }, (_, i) => ({
      id: uuid(),
      name: `Crowd ${i}`,
      note: i % 50 === 0 ? 'rattles' : '',
      setup: '{}',
      bank: i % 2 === 0 ? 'Rack of four' : 'Twin',
      created_at: '2026-01-01 00:00:00.000',
      worked_at: `2026-01-${String((i % 28) + 1).padStart(2, '0')} 00:00:00.000`,
      open_jobs: i % 1000 === 0 ? 1 : 0,
    }));
    await db.batchInsert('machine', rows, 1000);
    await db.raw('ANALYZE TABLE machine, job_summary');
    const seen: string[] = [];
    let page = await listGarage(db, { ...whole, bank: 'Rack of four' });
    for (let i = 0; i < 3; i += 1) {
      seen.push(...page.machines.map(({ id }) => id));
      if (page.next === undefined) throw new Error('there are more pages');
      page = await listGarage(db, { ...whole, bank: 'Rack of four', after: page.next });
    }
    expect(new Set(seen).size).toBe(60);
    const byHand = await db('machine')
      .where({ bank: 'Rack of four', place: 0 })
      .orderByRaw('has_open DESC, worked_at DESC, id DESC')
      .limit(60)
      .select('id');
    expect(seen).toEqual(byHand.map(({ id }) => id));

    const after = { hasOpen: false, workedAt: '2026-01-10T00:00:00.000Z', id: uuid() };
    const queries = {
      'the first page': machinesOf(db, whole, undefined),
      'a later page': machinesOf(db, { ...whole, after }, undefined),
      'a bank': machinesOf(db, { ...whole, bank: 'Twin' }, undefined),
      'open ones': machinesOf(db, { ...whole, openOnly: true }, undefined),
      'found ones': machinesOf(db, whole, seen.slice(0, 20)),
      words: db('machine').whereRaw("MATCH (words) AGAINST ('+rattles*' IN BOOLEAN MODE)").limit(500).select('id'),
    };
    for (const [name, query] of Object.entries(queries)) {
      const { sql, bindings } = query.toSQL().toNative();
      const [plan] = await db.raw(`EXPLAIN ${sql}`, [...bindings]);
      for (const { type, key, Extra } of plan) {
        expect([name, type]).not.toEqual([name, 'ALL']);
        expect([name, key]).not.toEqual([name, null]);
        if (!['found ones', 'words'].includes(name))
          expect([name, Extra ?? '']).toEqual([name, expect.not.stringContaining('filesort')]);
      }
    }
    // The index of words may lag behind its rows on a busy machine.
    await expect.poll(() => ownWords(db, '+rattles*'), { timeout: 30_000 }).toHaveLength(400);
    expect((await listGarage(db, { ...whole, words: ['crowd', '77'] })).machines.length).toBeGreaterThan(0);
  }, 120_000);
});
