import { isDeepStrictEqual } from 'node:util';
import {
  decideAfter,
  FOLD_VERSION,
  foldStanding,
  type JobEvent,
  kindOf,
  type Refusal,
  type Standing,
  standingAfter,
} from '@amber-needle/core/job';
import type { Knex } from 'knex';
import { type EventRow, logOf, rowOf, type StoredLog } from './eventRows';
import { countMachine, keepBeside, lastWork, lockMachine } from './rebuild';
import { asked, codeOf, retried } from './retry';
import { instantOf, sqlTime } from './time';

export interface JobRecord {
  readonly id: string;
  readonly machineId: string;
  readonly openedAt: string;
}

/** A job as the database knows it, deleted or not. */
export interface KnownJob extends JobRecord {
  readonly deletedAt: string | undefined;
}

/** Bytes of one log as it is stored: with the rest of a document still below what an import takes. */
export const MOST_LOG_BYTES = 24 * 1024 * 1024;

/**
 * `conflict`: the log has grown past what the writer had seen; `refused`: the event cannot follow this log; `differs`: the event's id is
 * taken by another event; `unreadable`: an event of this log cannot be read, so nothing can be put behind it.
 */
export type Appended =
  | { readonly outcome: 'appended' | 'repeated'; readonly event: JobEvent }
  | { readonly outcome: 'conflict'; readonly missing: readonly JobEvent[]; readonly lastSeq: number }
  | { readonly outcome: 'refused'; readonly refusal: Refusal }
  | { readonly outcome: 'differs' }
  | { readonly outcome: 'unreadable'; readonly where: string }
  | { readonly outcome: 'noSuchJob' };

interface JobRow {
  id: string;
  machine_id: string;
  opened_at: string;
  last_seq: number;
  log_bytes: number;
  deleted_at: string | null;
}

export async function findJob(db: Knex, id: string): Promise<KnownJob | undefined> {
  const row = await retried('find a job', () => db<JobRow>('job').where({ id }).first());
  if (row === undefined) return undefined;
  return {
    id: row.id,
    machineId: row.machine_id,
    openedAt: instantOf(row.opened_at),
    deletedAt: row.deleted_at === null ? undefined : instantOf(row.deleted_at),
  };
}

/** The jobs that hold any of these events, wherever they came from. */
export async function findJobsOfEvents(
  db: Knex,
  eventIds: readonly string[],
): Promise<readonly { readonly jobId: string; readonly eventId: string }[]> {
  const rows = await retried('look for events', () =>
    db<EventRow>('job_event').whereIn('event_id', eventIds).select('job_id', 'event_id'),
  );
  return rows.map(({ job_id, event_id }) => ({ jobId: job_id, eventId: event_id }));
}

/** The job of a machine that was finished last; practice jobs teach nothing of real machines, nor real ones of them. */
export async function findLastFinished(db: Knex, machineId: string, practice: boolean): Promise<string | undefined> {
  const row: { job_id: string } | undefined = await retried('find the last visit', () =>
    db('job_summary')
      .where({ machine_id: machineId, hidden: false, practice })
      .whereNotNull('outcome')
      .orderBy('worked_at', 'desc')
      .first('job_id'),
  );
  return row?.job_id;
}

/** A job's log from after `seq` on, in order, as far as it can be read. */
export async function readLog(db: Knex, jobId: string, after = 0): Promise<StoredLog> {
  const rows = await retried('read a log', () =>
    db<EventRow>('job_event').where({ job_id: jobId }).andWhere('seq', '>', after).orderBy('seq'),
  );
  return logOf(rows);
}

/** Where a job stands, from its snapshot; undefined when there is no such job. */
export async function readStanding(db: Knex, jobId: string): Promise<Standing | undefined> {
  const ledger = await retried('read where a job stands', () => ledgerOf(db, jobId).first());
  return ledger === undefined ? undefined : standingIn(db, jobId, ledger);
}

/**
 * Saves a new job with its whole log, all or nothing; in a transaction of the caller's, if given one.
 * @throws DatabaseError with ER_DUP_ENTRY when the job or one of the events is here already.
 */
export async function insertJob(db: Knex, job: JobRecord, events: readonly JobEvent[]): Promise<void> {
  const standing = foldStanding(events);
  if (standing === undefined) throw new Error('A job begins with its opening');
  const rows = events.map((event) => rowOf(job.id, event));
  const bytes = rows.reduce((sum, { body }) => sum + Buffer.byteLength(body), 0);
  // Within a transaction of the caller's a lost race ends that; only the caller can begin it again.
  const run = db.isTransaction ? asked : retried;
  await run('save a new job', () =>
    db.transaction(async (trx) => {
      await lockMachine(trx, job.machineId);
      await trx('job').insert({
        id: job.id,
        machine_id: job.machineId,
        opened_at: sqlTime(job.openedAt),
        last_seq: events.length,
        log_bytes: bytes,
      });
      await trx.batchInsert('job_event', rows, 200);
      await keepBeside(trx, {
        jobId: job.id,
        machineId: job.machineId,
        standing,
        lastSeq: events.length,
        workedAt: lastWork(events) ?? job.openedAt,
        unreadable: undefined,
      });
      await countMachine(trx, job.machineId);
    }),
  );
}

/**
 * Appends one event. Its id is the client's, so that the same delivery twice is told as `repeated` and changes nothing. Writers of one
 * job wait for each other at its row; the log itself is read only by the few kinds that rewrite.
 */
export async function appendEvent(db: Knex, jobId: string, event: JobEvent): Promise<Appended> {
  return retried('append an event', () =>
    db
      .transaction((trx) => append(trx, jobId, event))
      .catch((error) => {
        // Another job took the same event in the same moment: told from the log, as if it had come first.
        if (codeOf(error) === 'ER_DUP_ENTRY') return { outcome: 'differs' } as const;
        throw error;
      }),
  );
}

async function append(trx: Knex, jobId: string, event: JobEvent): Promise<Appended> {
  const ledger = await ledgerOf(trx, jobId).forUpdate().first();
  if (ledger === undefined || ledger.deleted_at !== null) return { outcome: 'noSuchJob' };
  const known = await trx<EventRow>('job_event').where({ event_id: event.id }).first();
  if (known !== undefined) return told(known, jobId, event);
  if (ledger.unreadable !== null) return { outcome: 'unreadable', where: ledger.unreadable };
  if (event.seq !== ledger.last_seq + 1) {
    const { events } = await readLog(trx, jobId, Math.min(event.seq - 1, ledger.last_seq));
    return { outcome: 'conflict', missing: events, lastSeq: ledger.last_seq };
  }
  return put(trx, { jobId, ledger }, event);
}

async function put(
  trx: Knex,
  { jobId, ledger }: { readonly jobId: string; readonly ledger: Ledger },
  event: JobEvent,
): Promise<Appended> {
  await lockMachine(trx, ledger.machine_id);
  const rewrites = kindOf(event).rewrites === true;
  const before = rewrites ? (await readLog(trx, jobId)).events : [];
  const standing = await standingIn(trx, jobId, ledger);
  const decision = decideAfter({ standing, length: ledger.last_seq, events: () => before }, event);
  if (decision.outcome === 'refused') return decision;
  const row = rowOf(jobId, decision.event);
  const bytes = ledger.log_bytes + Buffer.byteLength(row.body);
  if (bytes > MOST_LOG_BYTES) return { outcome: 'refused', refusal: 'logIsFull' };
  const after = rewrites
    ? foldStanding([...before, decision.event])
    : standing && standingAfter(standing, decision.event);
  if (after === undefined) throw new Error('A job begins with its opening');
  await trx<EventRow>('job_event').insert(row);
  await trx('job').where({ id: jobId }).update({ last_seq: event.seq, log_bytes: bytes });
  const { machine_id: machineId } = ledger;
  await keepBeside(trx, {
    jobId,
    machineId,
    standing: after,
    lastSeq: event.seq,
    workedAt: event.at,
    unreadable: undefined,
  });
  await countMachine(trx, machineId);
  return { outcome: 'appended', event: decision.event };
}

/** An event that is here already: delivered twice, or another under the same id. */
function told(known: EventRow, jobId: string, event: JobEvent): Appended {
  const [stored] = logOf([known]).events;
  if (known.job_id !== jobId || stored === undefined) return { outcome: 'differs' };
  return isDeepStrictEqual({ ...stored, seq: 0 }, { ...event, seq: 0 })
    ? { outcome: 'repeated', event: stored }
    : { outcome: 'differs' };
}

/** A job's row with its snapshot, and what stands in the way of reading its log. */
interface Ledger extends JobRow {
  seq: number | null;
  fold_version: number | null;
  body: string | null;
  unreadable: string | null;
}

function ledgerOf(db: Knex, jobId: string) {
  return db<JobRow>('job')
    .leftJoin('job_snapshot', 'job_snapshot.job_id', 'job.id')
    .leftJoin('job_summary', 'job_summary.job_id', 'job.id')
    .where('job.id', jobId)
    .select<Ledger[]>(
      'job.*',
      'job_snapshot.seq',
      'job_snapshot.fold_version',
      'job_snapshot.body',
      'job_summary.unreadable',
    );
}

/** Where the job stands: its snapshot if that is of today's fold and the whole log, else the log folded anew. */
async function standingIn(db: Knex, jobId: string, ledger: Ledger): Promise<Standing | undefined> {
  const isCurrent = ledger.fold_version === FOLD_VERSION && ledger.seq === ledger.last_seq && ledger.body !== null;
  if (isCurrent && ledger.body !== null) {
    // Written by `keepBeside` from a checked log; a wrong one is made anew by `rebuildJob`.
    const snapshot: Standing = JSON.parse(ledger.body);
    return snapshot;
  }
  return foldStanding((await readLog(db, jobId)).events);
}
