import { checkEvent, decide, foldJob, type JobEvent, type Refusal } from '@amber-needle/core/job';
import type { Knex } from 'knex';
import { codeOf, retried } from './retry';
import { instantOf, sqlTime } from './time';

export interface JobRecord {
  readonly id: string;
  readonly machineId: string;
  readonly openedAt: string;
}

/** What a list of jobs shows of each. */
export interface JobSummary extends JobRecord {
  readonly complaint: string;
  readonly status: 'open' | 'finished';
  readonly outcome: 'balanced' | 'leftAsIs' | undefined;
}

/** `conflict`: the log has grown past what the writer had seen; `refused`: the event cannot follow this log. */
export type Appended =
  | { readonly outcome: 'appended' | 'repeated'; readonly event: JobEvent }
  | { readonly outcome: 'conflict'; readonly missing: readonly JobEvent[] }
  | { readonly outcome: 'refused'; readonly refusal: Refusal }
  | { readonly outcome: 'noSuchJob' };

interface JobRow {
  id: string;
  machine_id: string;
  opened_at: string;
}

interface EventRow {
  job_id: string;
  seq: number;
  event_id: string;
  kind: string;
  body: string;
}

export async function findJob(db: Knex, id: string): Promise<JobRecord | undefined> {
  const row = await db<JobRow>('job').where({ id }).first();
  return row && recordOf(row);
}

/** The job that holds an event, wherever it came from. */
export async function findJobOfEvent(db: Knex, eventId: string): Promise<string | undefined> {
  const row = await db<EventRow>('job_event').where({ event_id: eventId }).first();
  return row?.job_id;
}

/** A job's log from after `seq` on, in order. */
export async function readEvents(db: Knex, jobId: string, after = 0): Promise<readonly JobEvent[]> {
  const rows = await db<EventRow>('job_event').where({ job_id: jobId }).andWhere('seq', '>', after).orderBy('seq');
  return rows.map(eventOf);
}

/** Saves a new job with its whole log, all or nothing. @throws the driver's error when an event is already in another job. */
export async function insertJob(db: Knex, job: JobRecord, events: readonly JobEvent[]): Promise<void> {
  await db.transaction(async (trx) => {
    await trx<JobRow>('job').insert({ id: job.id, machine_id: job.machineId, opened_at: sqlTime(job.openedAt) });
    await trx.batchInsert(
      'job_event',
      events.map((event) => rowOf(job.id, event)),
      100,
    );
  });
}

/**
 * Appends one event. Its id is the client's, so that the same delivery twice is told as `repeated` and changes nothing; the
 * primary key (job, seq) settles a race between two writers.
 */
export async function appendEvent(db: Knex, jobId: string, event: JobEvent): Promise<Appended> {
  return retried(async () => {
    const log = await readEvents(db, jobId);
    if (log.length === 0) return { outcome: 'noSuchJob' };
    const known = log.find(({ id }) => id === event.id);
    if (known !== undefined) return { outcome: 'repeated', event: known };
    if (event.seq !== log.length + 1) return { outcome: 'conflict', missing: log.slice(event.seq - 1) };
    const decision = decide(log, event);
    if (decision.outcome === 'refused') return decision;
    try {
      await db<EventRow>('job_event').insert(rowOf(jobId, event));
    } catch (error) {
      if (codeOf(error) !== 'ER_DUP_ENTRY') throw error;
      return { outcome: 'conflict', missing: await readEvents(db, jobId, event.seq - 1) };
    }
    return { outcome: 'appended', event };
  });
}

/** Jobs of every machine, newest first, told from the few kinds of event that a list needs. */
export async function listJobs(db: Knex): Promise<readonly JobSummary[]> {
  const rows = await db<JobRow>('job').orderBy('opened_at', 'desc').limit(200);
  const kinds = ['opened', 'finished', 'undone'];
  const ids = rows.map(({ id }) => id);
  const events = await db<EventRow>('job_event')
    .whereIn('job_id', ids)
    .whereIn('kind', kinds)
    .orderBy(['job_id', 'seq']);
  const logs = grouped(events);
  return rows.flatMap((row) => {
    const job = foldJob((logs.get(row.id) ?? []).map(eventOf));
    if (job === undefined) return [];
    return [{ ...recordOf(row), complaint: job.complaint, status: job.status, outcome: job.finish?.outcome }];
  });
}

function grouped(events: readonly EventRow[]): Map<string, EventRow[]> {
  const logs = new Map<string, EventRow[]>();
  for (const event of events) logs.set(event.job_id, [...(logs.get(event.job_id) ?? []), event]);
  return logs;
}

function recordOf({ id, machine_id, opened_at }: JobRow): JobRecord {
  return { id, machineId: machine_id, openedAt: instantOf(opened_at) };
}

function rowOf(jobId: string, event: JobEvent): EventRow {
  return { job_id: jobId, seq: event.seq, event_id: event.id, kind: event.kind, body: JSON.stringify(event) };
}

/** @throws Error naming the row when the database holds what the schema refuses: it was checked on its way in. */
function eventOf({ job_id, seq, body }: EventRow): JobEvent {
  const checked = checkEvent(JSON.parse(body));
  if (checked.outcome === 'invalid') throw new Error(`job ${job_id}, event ${seq}: stored event is not valid`);
  return checked.value;
}
