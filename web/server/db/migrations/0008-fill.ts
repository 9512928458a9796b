import type { Knex } from 'knex';
import { rebuildJob, rebuildMachine } from '../rebuild';

/** Summaries and snapshots of the jobs that were here before these were kept. */
export async function up(knex: Knex): Promise<void> {
  for (const { id } of await knex<{ id: string }>('job').select('id')) await rebuildJob(knex, id);
  for (const { id } of await knex<{ id: string }>('machine').select('id')) await rebuildMachine(knex, id);
}

/** Nothing to take back: the tables go with their own migrations. */
export async function down(): Promise<void> {}
