import type { JobEvent } from '@amber-needle/core/job';
import { notFound, redirect } from 'next/navigation';
import { database } from '@/server/db/connection';
import { findJob, readLog } from '@/server/db/jobRepository';

/** Ordinary jobs have some dozens of events. Ours. */
const LONGEST_WEIGHED_HERE = 200;

interface OpenLog {
  readonly machineId: string;
  readonly events: readonly JobEvent[];
  /** What is thought about before the page is sent: a long log is left to the browser’s worker, here it would hold up everyone’s gauges. */
  readonly weighed: readonly JobEvent[];
}

/** The log of a job that somebody wants to work on. One that cannot be worked on leads to the job’s page, which says what is wrong with it. */
export async function openLog(id: string): Promise<OpenLog> {
  const record = await findJob(database(), id);
  if (record === undefined) notFound();
  const { events, unreadable } = await readLog(database(), id);
  if (events.length === 0 || unreadable !== undefined || record.deletedAt !== undefined) redirect(`/jobs/${id}`);
  return {
    machineId: record.machineId,
    events,
    weighed: events.length <= LONGEST_WEIGHED_HERE ? events : events.slice(0, 1),
  };
}
