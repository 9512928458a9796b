import { secondsBetween } from '@amber-needle/core/basics';
import type { EventOf } from '@amber-needle/core/job';
import type { Knex } from 'knex';
import { eventsOfKind } from '../db/eventsOfKind';
import { readStored } from './readStored';

/** Most appointments that are looked through; how far ahead they are shown, and how long after their day. Ours. */
const MOST = 500;
const AHEAD_S = 14 * 86_400;
const BEHIND_S = 60 * 86_400;
/** Most steps that are looked through of the jobs that wait for a cold start. */
const MOST_STEPS = 5000;

export interface Due {
  readonly jobId: string;
  readonly machine: string;
  readonly appointment: EventOf<'appointment'>;
}

/** What is due in the workshop, the soonest first: of each job and purpose the latest word, without cold starts that were made. */
export async function dueList(db: Knex, now: string): Promise<readonly Due[]> {
  const latest = new Map<string, Due>();
  for (const { job_id: jobId, machine, body } of await eventsOfKind(db, 'appointment', { most: MOST })) {
    const appointment = readStored(body, 'appointment');
    const key = `${jobId} ${appointment?.for}`;
    if (appointment !== undefined && !latest.has(key)) latest.set(key, { jobId, machine, appointment });
  }
  const near = [...latest.values()].filter(({ appointment }) => {
    const ahead = secondsBetween(now, appointment.on);
    return ahead < AHEAD_S && ahead > -BEHIND_S;
  });
  const started = await coldStarted(db, near);
  return near
    .filter(({ jobId, appointment }) => appointment.for !== 'coldStart' || !started.has(jobId))
    .sort((a, b) => (a.appointment.on < b.appointment.on ? -1 : 1));
}

/** Jobs of these whose cold start was made. */
async function coldStarted(db: Knex, due: readonly Due[]): Promise<ReadonlySet<string>> {
  const jobs = due.flatMap(({ jobId, appointment }) => (appointment.for === 'coldStart' ? [jobId] : []));
  if (jobs.length === 0) return new Set();
  const steps = await eventsOfKind(db, 'stepDone', { most: MOST_STEPS, jobs });
  return new Set(
    steps.flatMap(({ job_id, body }) => (readStored(body, 'stepDone')?.step === 'coldStarted' ? [job_id] : [])),
  );
}
