import { FOLD_VERSION, foldJob, type JobEvent, standingOf } from '@amber-needle/core/job';
import { ARCHETYPE_NAMES, ARCHETYPES } from '@amber-needle/core/setup';
import { append, move, reading, zero } from '@amber-needle/core/testing';
import { v7 as uuid } from 'uuid';
import { openDatabase } from '../../web/server/db/connection';
import { sqlTime } from '../../web/server/db/time';

export interface Scale {
  readonly machines: number;
  readonly jobs: number;
  readonly eventsPerJob: number;
}

const ROWS_AT_ONCE = 2000;
/** So many jobs are written one by one; larger workshops hold copies of them under other ids, made within the database. */
const SEEDED_JOBS = 5000;
const OWNERS = ['Holm', 'Quill', 'Marsh', 'Thorne', 'Adeyemi-Vale', 'Lindqvist-Moor', 'Pell', 'Osei-Brook'];
const COMPLAINTS = [
  'Shakes at idle.',
  'Stalls at lights, hot.',
  'Pops on the overrun.',
  'Service.',
  'Hunts at idle, cold.',
];

/** Fills an empty, migrated workshop with invented machines and jobs: what the garage is measured and tested on. */
export async function fillWorkshop(url: URL, scale: Scale, say: (line: string) => void): Promise<void> {
  const db = openDatabase(url, 3600);
  try {
    await db.raw('SET GLOBAL innodb_flush_log_at_trx_commit = 2').catch(() => undefined);
    const ids = Array.from({ length: scale.machines }, () => uuid());
    await db.batchInsert('machine', ids.map(machineRow), 500);
    say(`${scale.machines} machines`);
    const logs = ARCHETYPE_NAMES.slice(0, 3).map((name) => templateLog(name, scale.eventsPerJob));
    let jobs = [];
    const seeded = Math.min(scale.jobs, SEEDED_JOBS);
    for (let i = 0; i < seeded; i += 1) {
      jobs.push({ id: uuid(), machine: i % scale.machines, at: i, log: logs[i % logs.length] ?? [] });
      if (jobs.length * scale.eventsPerJob < ROWS_AT_ONCE && i < seeded - 1) continue;
      const batch = jobs;
      jobs = [];
      await db.transaction(async (trx) => {
        await trx('job').insert(batch.map(({ id, machine, at, log }) => jobRow(id, ids[machine] ?? '', at, log)));
        await trx('job_event').insert(
          batch.flatMap(({ id, at, log }) => logAt(log, at).map((event) => eventRow(id, event))),
        );
        await trx('job_summary').insert(
          batch.map(({ id, machine, at, log }) => summaryRow(id, ids[machine] ?? '', at, log)),
        );
        await trx('job_snapshot').insert(batch.map(({ id, at, log }) => snapshotRow(id, logAt(log, at))));
      });
      if (i % 10_000 < batch.length) say(`${i + 1} jobs`);
    }
    for (let copy = 1; copy * seeded < scale.jobs; copy += 1) {
      await copyJobs(db, copy);
      say(`${(copy + 1) * seeded} jobs`);
    }
    await db.raw(
      'UPDATE machine SET open_jobs = (SELECT COUNT(*) FROM job_summary WHERE machine_id = machine.id AND is_open), worked_at = COALESCE((SELECT MAX(worked_at) FROM job_summary WHERE machine_id = machine.id), created_at)',
    );
    await db.raw('ANALYZE TABLE machine, job, job_summary');
  } finally {
    await db.destroy();
  }
}

/** The seeded jobs once more: the first eight digits of every id are the number of the copy. */
async function copyJobs(db: ReturnType<typeof openDatabase>, copy: number): Promise<void> {
  const prefix = copy.toString(16).padStart(8, '0');
  const other = (column: string) => `CONCAT('${prefix}', SUBSTRING(${column}, 9))`;
  const seeded = "NOT LIKE '0000%'";
  await db.raw(
    `INSERT INTO job (id, machine_id, opened_at, last_seq, log_bytes) SELECT ${other('id')}, machine_id, opened_at, last_seq, log_bytes FROM job WHERE id ${seeded}`,
  );
  await db.raw(
    `INSERT INTO job_event (job_id, seq, event_id, kind, body) SELECT ${other('job_id')}, seq, ${other('event_id')}, kind, REPLACE(body, event_id, ${other('event_id')}) FROM job_event WHERE job_id ${seeded}`,
  );
  await db.raw(
    `INSERT INTO job_summary (job_id, machine_id, status, outcome, complaint, practice, is_open, events, opened_at, worked_at) SELECT ${other('job_id')}, machine_id, status, outcome, complaint, practice, is_open, events, opened_at, DATE_ADD(worked_at, INTERVAL ${copy} DAY) FROM job_summary WHERE job_id ${seeded}`,
  );
  await db.raw(
    `INSERT INTO job_snapshot (job_id, seq, fold_version, body) SELECT ${other('job_id')}, seq, fold_version, body FROM job_snapshot WHERE job_id ${seeded}`,
  );
}

/** A job of so many events: turns, readings and notes, closed at its end. */
function templateLog(archetype: (typeof ARCHETYPE_NAMES)[number], length: number): readonly JobEvent[] {
  const setup = ARCHETYPES[archetype];
  const screw = setup.adjusters[0]?.id ?? '';
  const kPa = setup.throats.map((_, i) => 40 + i / 3);
  let log = append([], { kind: 'opened', machine: 'Invented', complaint: 'Shakes at idle.', setup });
  log = append(log, zero(...kPa.map(() => 0.1)));
  while (log.length < length - 1)
    log = append(log, log.length % 2 === 0 ? reading({ kPa }) : move(screw, log.length % 4 === 1 ? 0.0625 : -0.0625));
  return append(log, { kind: 'closed' });
}

const openJob = (at: number) => at % 199 === 0;
const timeOf = (at: number) => new Date(Date.UTC(2020, 0, 1) + at * 60_000 * 30).toISOString();

/** Every 199th job is still open: its log goes without the closing. */
function logAt(log: readonly JobEvent[], at: number): readonly JobEvent[] {
  return openJob(at) ? log.slice(0, -1) : log;
}

function machineRow(id: string, i: number) {
  const setup = ARCHETYPES[ARCHETYPE_NAMES[i % ARCHETYPE_NAMES.length] ?? 'twin'];
  return {
    id,
    name: `Invented ${String.fromCharCode(65 + (i % 26))} ${i}`,
    note: i % 7 === 0 ? 'Rattles when cold.' : '',
    owner: OWNERS[i % OWNERS.length] ?? '',
    plate: `IN ${i}`,
    setup: JSON.stringify(setup),
    bank: setup.name,
    created_at: '2020-01-01 00:00:00.000',
    worked_at: '2020-01-01 00:00:00.000',
  };
}

function jobRow(id: string, machineId: string, at: number, log: readonly JobEvent[]) {
  return {
    id,
    machine_id: machineId,
    opened_at: sqlTime(timeOf(at)),
    last_seq: logAt(log, at).length,
    log_bytes: 500 * log.length,
  };
}

function eventRow(jobId: string, event: JobEvent) {
  const id = uuid();
  return { job_id: jobId, seq: event.seq, event_id: id, kind: event.kind, body: JSON.stringify({ ...event, id }) };
}

function summaryRow(id: string, machineId: string, at: number, log: readonly JobEvent[]) {
  return {
    job_id: id,
    machine_id: machineId,
    status: openJob(at) ? 'open' : 'closed',
    outcome: null,
    complaint: COMPLAINTS[at % COMPLAINTS.length],
    practice: false,
    is_open: openJob(at),
    events: logAt(log, at).length,
    opened_at: sqlTime(timeOf(at)),
    worked_at: sqlTime(timeOf(at)),
    unreadable: null,
  };
}

function snapshotRow(id: string, log: readonly JobEvent[]) {
  return { job_id: id, seq: log.length, fold_version: FOLD_VERSION, body: JSON.stringify(standingOf(foldJob(log))) };
}
