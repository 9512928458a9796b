import { effectiveEvents, foldJob } from '@amber-needle/core/job';
import { type IdleDrop, idleDropOf, type StageEstimate, stageEstimates, stageTimes } from '@amber-needle/core/sheet';
import type { Knex } from 'knex';
import { findJob, readLog } from '../db/jobRepository';
import { retried } from '../db/retry';
import { noSuchJob } from './jobService';

/** Closed jobs that teach: the latest of the workshop, and of the machine; long logs would hold up everyone’s gauges. Ours. */
const MOST = 12;
const LONGEST_LOG = 500;

/** What earlier jobs say of one that is worked on. */
export interface Experience {
  readonly stages: readonly StageEstimate[];
  readonly idleDrop: IdleDrop | undefined;
}

/** How long stages took here before, and how far this machine’s idle falls when its filters go on. */
export async function experienceFor(db: Knex, jobId: string): Promise<Experience> {
  const job = await findJob(db, jobId);
  if (job === undefined) throw noSuchJob();
  const closed = () =>
    db('job')
      .join('job_summary', 'job_summary.job_id', 'job.id')
      .join('machine', 'machine.id', 'job.machine_id')
      .whereNull('job.deleted_at')
      .where('machine.practice', false)
      .where('job_summary.is_open', false)
      .where('job.last_seq', '<=', LONGEST_LOG)
      .orderBy('job.id', 'desc')
      .limit(MOST);
  const [latest, here]: readonly (readonly { id: string }[])[] = await Promise.all([
    retried('look for earlier jobs', () => closed().select('job.id')),
    retried('look for earlier jobs of a machine', () =>
      closed().where('job.machine_id', job.machineId).select('job.id'),
    ),
  ]);
  const logs = async (rows: readonly { readonly id: string }[]) =>
    Promise.all(
      rows.filter(({ id }) => id !== jobId).map(async ({ id }) => effectiveEvents((await readLog(db, id)).events)),
    );
  const ofMachine = (await logs(here ?? [])).flatMap((events) => foldJob(events) ?? []);
  return { stages: stageEstimates((await logs(latest ?? [])).map(stageTimes)), idleDrop: idleDropOf(ofMachine) };
}
