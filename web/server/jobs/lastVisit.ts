import { lastVisitOf } from '@amber-needle/core/belief';
import { foldJob, type LastVisit } from '@amber-needle/core/job';
import type { Knex } from 'knex';
import { findLastFinished, readLog } from '../db/jobRepository';
import { beliefOf } from './beliefOf';

/** What the machine's last finished job taught; undefined where there is none, or none that can be read. */
export async function lastVisit(db: Knex, machineId: string, practice: boolean): Promise<LastVisit | undefined> {
  const id = await findLastFinished(db, machineId, practice);
  if (id === undefined) return undefined;
  const { events, unreadable } = await readLog(db, id);
  const job = unreadable === undefined ? foldJob(events) : undefined;
  const read =
    job &&
    [...job.readings, ...job.airflows]
      .map(({ at }) => at)
      .sort()
      .at(-1);
  if (job === undefined || read === undefined) return undefined;
  return lastVisitOf(await beliefOf(id, job.setup, events), read);
}
