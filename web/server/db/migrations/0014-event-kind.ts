import type { Knex } from 'knex';

/** Kinds that are looked for over all jobs: what was put right, and what is due. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw('CREATE INDEX IF NOT EXISTS event_kind ON job_event (kind, event_id)');
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('DROP INDEX IF EXISTS event_kind ON job_event');
}
