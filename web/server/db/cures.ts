import type { Knex } from 'knex';
import { retried } from './retry';

/** The latest cures teach; older ones are another workshop's. */
const MOST = 2000;

interface CureRow {
  readonly body: string;
  readonly machine_id: string;
}

/** Every `cured` event of a real machine that was not undone and not deleted, the newest first. */
export async function listCures(db: Knex): Promise<readonly CureRow[]> {
  return retried('look for what was put right', () =>
    db('job_event as cure')
      .join('job', 'job.id', 'cure.job_id')
      .join('machine', 'machine.id', 'job.machine_id')
      .where('cure.kind', 'cured')
      .whereNull('job.deleted_at')
      .whereNull('machine.deleted_at')
      .where('machine.practice', false)
      .whereNotExists((undone) =>
        undone
          .from('job_event as undoing')
          .whereRaw('undoing.job_id = cure.job_id')
          .where('undoing.kind', 'undone')
          .whereRaw("JSON_VALUE(undoing.body, '$.event') = cure.event_id")
          .select(db.raw('1')),
      )
      .orderBy('cure.event_id', 'desc')
      .limit(MOST)
      .select('cure.body', 'job.machine_id'),
  );
}
