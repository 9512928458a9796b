import { readSetup } from '@amber-needle/core/formats/setup';
import { FOLD_VERSION, foldStanding, type JobEvent, type Standing } from '@amber-needle/core/job';
import type { Knex } from 'knex';
import { type EventRow, logOf, type Unreadable } from './eventRows';
import { instantOf, sqlTime } from './time';

/** What is kept beside a log and follows from it: its ledger, its snapshot, its summary. */
export interface KeptOf {
  readonly jobId: string;
  readonly machineId: string;
  readonly standing: Standing;
  readonly lastSeq: number;
  readonly workedAt: string;
  readonly unreadable: Unreadable | undefined;
}

/**
 * Takes the machine's row before any of its jobs is written: whoever writes two jobs of one machine would else wait for each other's
 * summaries in a circle.
 */
export async function lockMachine(trx: Knex, machineId: string): Promise<void> {
  await trx('machine').where('id', machineId).forUpdate().select('id');
}

/** Writes a job's snapshot and summary; in the transaction that changed its log, with its machine locked. */
export async function keepBeside(trx: Knex, kept: KeptOf): Promise<void> {
  const { jobId, machineId, standing, lastSeq, workedAt, unreadable } = kept;
  await trx('job_snapshot')
    .insert({ job_id: jobId, seq: lastSeq, fold_version: FOLD_VERSION, body: JSON.stringify(standing) })
    .onConflict('job_id')
    .merge();
  await trx('job_summary')
    .insert({
      job_id: jobId,
      machine_id: machineId,
      status: standing.status,
      outcome: standing.finish?.outcome ?? null,
      complaint: standing.complaint,
      practice: standing.practice,
      is_open: standing.status !== 'closed',
      events: lastSeq,
      opened_at: sqlTime(standing.openedAt),
      worked_at: sqlTime(workedAt),
      unreadable: unreadable === undefined ? null : `event ${unreadable.seq}: ${unreadable.reason}`,
    })
    .onConflict('job_id')
    .merge();
}

/** Counts a machine's open jobs and finds when it was worked on last; with what changed either. */
export async function countMachine(trx: Knex, machineId: string): Promise<void> {
  await trx.raw(
    `UPDATE machine SET
       open_jobs = (SELECT COUNT(*) FROM job_summary WHERE machine_id = ? AND hidden = FALSE AND is_open = TRUE),
       worked_at = COALESCE((SELECT MAX(worked_at) FROM job_summary WHERE machine_id = ? AND hidden = FALSE), created_at)
     WHERE id = ?`,
    [machineId, machineId, machineId],
  );
}

/** Makes everything that is kept beside one log anew from the log alone. False when there is no such job. */
export async function rebuildJob(db: Knex, jobId: string): Promise<boolean> {
  return db.transaction(async (trx) => {
    const job = await trx<{ id: string; machine_id: string; opened_at: string }>('job')
      .where({ id: jobId })
      .forUpdate()
      .first();
    if (job === undefined) return false;
    const rows = await trx<EventRow>('job_event').where({ job_id: jobId }).orderBy('seq');
    await lockMachine(trx, job.machine_id);
    const { events, unreadable } = logOf(rows);
    const lastSeq = rows.at(-1)?.seq ?? 0;
    const bytes = rows.reduce((sum, { body }) => sum + Buffer.byteLength(body), 0);
    await trx('job').where({ id: jobId }).update({ last_seq: lastSeq, log_bytes: bytes });
    const standing = foldStanding(events);
    const workedAt = lastWork(events) ?? instantOf(job.opened_at);
    if (standing !== undefined)
      await keepBeside(trx, { jobId, machineId: job.machine_id, standing, lastSeq, workedAt, unreadable });
    else await keepUnopened(trx, { jobId, machineId: job.machine_id, openedAt: job.opened_at, lastSeq, unreadable });
    return true;
  });
}

/** A job whose very first event cannot be read still stands in its list, by its name and its trouble. */
async function keepUnopened(
  trx: Knex,
  job: { jobId: string; machineId: string; openedAt: string; lastSeq: number; unreadable: Unreadable | undefined },
): Promise<void> {
  const opened = /^0000/.test(job.openedAt) ? '1970-01-01 00:00:00.000' : job.openedAt;
  await trx('job_summary')
    .insert({
      job_id: job.jobId,
      machine_id: job.machineId,
      status: 'open',
      outcome: null,
      complaint: '',
      practice: false,
      is_open: true,
      events: job.lastSeq,
      opened_at: opened,
      worked_at: opened,
      unreadable:
        job.unreadable === undefined ? 'the log is empty' : `event ${job.unreadable.seq}: ${job.unreadable.reason}`,
    })
    .onConflict('job_id')
    .merge();
}

/** Fills in what the garage needs of a machine from before it was kept. */
export async function rebuildMachine(db: Knex, machineId: string): Promise<void> {
  const row = await db<{ id: string; setup: string; note: string; name: string }>('machine')
    .where({ id: machineId })
    .first();
  if (row === undefined) return;
  const practice = row.name.startsWith('Practice: ') && row.note === 'A simulated engine.';
  await db
    .table('machine')
    .where('id', machineId)
    .update({ bank: bankName(row.setup), practice });
  await countMachine(db, machineId);
}

function bankName(setup: string): string {
  try {
    const read = readSetup(JSON.parse(setup));
    return read.outcome === 'valid' ? read.value.name : '';
  } catch {
    return '';
  }
}

/** When work was done last: the time of the last event, not of its arrival. */
export function lastWork(events: readonly JobEvent[]): string | undefined {
  return events.at(-1)?.at;
}
