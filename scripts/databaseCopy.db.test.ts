import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { twinWithTwoStops } from '@amber-needle/core/setup';
import { append, move, opened, reading } from '@amber-needle/core/testing';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { keepAttachment } from '../web/server/db/attachments';
import { databaseUrl, openDatabase } from '../web/server/db/connection';
import { insertJob, readLog } from '../web/server/db/jobRepository';
import { findMachine, insertMachine } from '../web/server/db/machineRepository';
import { migrate } from '../web/server/db/migrate';
import { checkDump, dumpDatabase, loadDump, runSql, withDatabase } from './databaseCopy.mjs';

const one = new URL(withDatabase(databaseUrl().href, 'needle_copy_one'));
const two = new URL(withDatabase(databaseUrl().href, 'needle_copy_two'));
const folder = mkdtempSync(join(tmpdir(), 'needle-copy-test-'));
const file = join(folder, 'workshop.sql.gz');
const machineId = uuid();
const jobId = uuid();
const at = '2026-01-01T00:00:00.000Z';

beforeAll(async () => {
  await migrate(one);
  const db = openDatabase(one);
  await insertMachine(db, {
    id: machineId,
    name: 'Ünïcode ⅛ 🔧',
    note: "it's",
    setup: twinWithTwoStops,
    createdAt: at,
    practice: false,
  });
  const log = [reading({ kPa: [44, 40] }), move('A', 0.25)].reduce(append, opened);
  await insertJob(db, { id: jobId, machineId, openedAt: at }, log);
  await keepAttachment(
    db,
    { jobId, name: 'a.png', type: 'image/png', at },
    Uint8Array.from({ length: 1000 }, (_, i) => i % 256),
  );
  await db.destroy();
});

afterAll(async () => {
  await runSql(one.href, 'DROP DATABASE IF EXISTS needle_copy_one; DROP DATABASE IF EXISTS needle_copy_two;');
  rmSync(folder, { recursive: true });
});

describe('a backup', () => {
  it('put into a second workshop brings everything with it, the guards of the log too', async () => {
    await dumpDatabase(one.href, file);
    expect(statSync(file).mode & 0o077).toBe(0);
    await checkDump(file);
    await runSql(two.href, 'CREATE DATABASE needle_copy_two CHARACTER SET utf8mb4;');
    await loadDump(two.href, file);
    expect(await migrate(two)).toEqual([]);
    const [from, to] = [openDatabase(one), openDatabase(two)];
    expect(await findMachine(to, machineId)).toEqual(await findMachine(from, machineId));
    expect(await readLog(to, jobId)).toEqual(await readLog(from, jobId));
    for (const table of [
      'job_summary',
      'job_snapshot',
      'attachment',
      'attachment_chunk',
      'job_attachment',
      'tombstone',
    ])
      expect([table, await to(table)]).toEqual([table, await from(table)]);
    await expect(to('job_event').where({ job_id: jobId }).delete()).rejects.toThrow(/only with a purged job/);
    await Promise.all([from.destroy(), to.destroy()]);
  }, 60_000);

  it('that is cut short, damaged or none of ours is told as such', async () => {
    const whole = readFileSync(file);
    const other = join(folder, 'other.sql.gz');
    writeFileSync(other, whole.subarray(0, whole.length - 40));
    await expect(checkDump(other)).rejects.toThrow(/cannot be read as a backup|cut short/);
    writeFileSync(other, 'hello');
    await expect(checkDump(other)).rejects.toThrow(/cannot be read as a backup/);
  });

  it('of a database that cannot be reached says why, leaves no file, and tells no password', async () => {
    const wrong = new URL(one);
    wrong.password = 'hunter2';
    const missing = join(folder, 'missing.sql.gz');
    const failure: Error = await dumpDatabase(wrong.href, missing).then(
      () => new Error('it was made'),
      (error: Error) => error,
    );
    expect(failure.message).toMatch(/mariadb-dump failed: .*Access denied/s);
    expect(failure.message).not.toContain('hunter2');
    expect(() => statSync(missing)).toThrow();
  });
});
