import type { Knex } from 'knex';
import { countMachine, lockMachine } from './rebuild';
import { retried } from './retry';
import { instantOf, sqlTime } from './time';

/** So long a deleted job or machine can be restored. */
const RESTORABLE_DAYS = 30;

/** `noSuch`: there is none; `done`: it is so now, whether it was before or not. */
export type PutAside = 'done' | 'noSuch';

/** Deletes a job, for thirty days to be restored, or restores it. */
export async function deleteJob(db: Knex, id: string, deletedAt: string | undefined): Promise<PutAside> {
  return retried('delete or restore a job', () =>
    db.transaction(async (trx): Promise<PutAside> => {
      const job = await trx<{ id: string; machine_id: string }>('job').where({ id }).forUpdate().first();
      if (job === undefined) return 'noSuch';
      await lockMachine(trx, job.machine_id);
      await trx('job')
        .where({ id })
        .update({ deleted_at: deletedAt === undefined ? null : sqlTime(deletedAt) });
      await trx('job_summary')
        .where({ job_id: id })
        .update({ hidden: deletedAt !== undefined });
      await countMachine(trx, job.machine_id);
      return 'done';
    }),
  );
}

/** Deletes a machine with its jobs, or restores it with those that were not deleted by themselves. */
export async function deleteMachine(db: Knex, id: string, deletedAt: string | undefined): Promise<PutAside> {
  return stampMachine(db, id, { deleted_at: deletedAt === undefined ? null : sqlTime(deletedAt) });
}

/** Puts a machine in the archive, or takes it out. */
export async function archiveMachine(db: Knex, id: string, archivedAt: string | undefined): Promise<PutAside> {
  return stampMachine(db, id, { archived_at: archivedAt === undefined ? null : sqlTime(archivedAt) });
}

async function stampMachine(db: Knex, id: string, stamp: Readonly<Record<string, string | null>>): Promise<PutAside> {
  const changed = await retried('put a machine aside', () => db('machine').where({ id }).update(stamp));
  return changed > 0 ? 'done' : 'noSuch';
}

/**
 * Purges what was deleted thirty days ago: the one way in which events go. A tombstone is left of each job; the triggers let no event
 * go without one.
 */
export async function purgeDeleted(
  db: Knex,
  now: string,
): Promise<{ readonly jobs: number; readonly machines: number }> {
  const limit = new Date(Date.parse(now) - RESTORABLE_DAYS * 24 * 3600 * 1000).toISOString();
  const before = sqlTime(limit);
  const machines: { id: string; deleted_at: string }[] = await db('machine')
    .where('deleted_at', '<', before)
    .select('id', 'deleted_at');
  const jobs: { id: string; deleted_at: string }[] = await db('job')
    .where('deleted_at', '<', before)
    .select('id', 'deleted_at');
  for (const machine of machines) {
    const own: { id: string }[] = await db('job').where({ machine_id: machine.id }).select('id');
    for (const { id } of own) await purgeJob(db, id, { deletedAt: instantOf(machine.deleted_at), now });
    await db('machine').where({ id: machine.id }).delete();
  }
  for (const { id, deleted_at } of jobs) await purgeJob(db, id, { deletedAt: instantOf(deleted_at), now });
  return { jobs: jobs.length, machines: machines.length };
}

async function purgeJob(
  db: Knex,
  id: string,
  { deletedAt, now }: { readonly deletedAt: string; readonly now: string },
): Promise<void> {
  await retried('purge a job', () =>
    db.transaction(async (trx) => {
      const job = await trx<{ id: string; machine_id: string; last_seq: number }>('job')
        .where({ id })
        .forUpdate()
        .first();
      if (job === undefined) return;
      const grave = {
        job_id: id,
        machine_id: job.machine_id,
        events: job.last_seq,
        deleted_at: sqlTime(deletedAt),
        purged_at: sqlTime(now),
      };
      await trx('tombstone').insert(grave).onConflict('job_id').ignore();
      for (const table of ['job_event', 'job_attachment', 'job_snapshot', 'job_summary'])
        await trx(table).where({ job_id: id }).delete();
      await trx('job').where({ id }).delete();
    }),
  );
}
