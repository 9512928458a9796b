import type { JobEventKind } from '@amber-needle/core/job';
import type { Knex } from 'knex';
import { retried } from './retry';

export interface EventRow {
  readonly body: string;
  readonly job_id: string;
  readonly machine_id: string;
  readonly machine: string;
}

interface Wanted {
  readonly most: number;
  /** Only of these jobs; of all when left out. */
  readonly jobs?: readonly string[];
}

/** The latest events of a kind over all real machines that were not undone, in jobs that were not deleted; the newest first. */
export async function eventsOfKind(db: Knex, kind: JobEventKind, { most, jobs }: Wanted): Promise<readonly EventRow[]> {
  return retried(`look for ${kind}`, () =>
    db('job_event as event')
      .join('job', 'job.id', 'event.job_id')
      .join('machine', 'machine.id', 'job.machine_id')
      .where('event.kind', kind)
      .whereNull('job.deleted_at')
      .whereNull('machine.deleted_at')
      .where('machine.practice', false)
      .modify((query) => {
        if (jobs !== undefined) query.whereIn('event.job_id', [...jobs]);
      })
      .whereNotExists((undone) =>
        undone
          .from('job_event as undoing')
          .whereRaw('undoing.job_id = event.job_id')
          .where('undoing.kind', 'undone')
          .whereRaw("JSON_VALUE(undoing.body, '$.event') = event.event_id")
          .select(db.raw('1')),
      )
      .orderBy('event.event_id', 'desc')
      .limit(most)
      .select('event.body', 'event.job_id', 'job.machine_id', 'machine.name as machine'),
  );
}
