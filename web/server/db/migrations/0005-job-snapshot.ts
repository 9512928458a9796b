import type { Knex } from 'knex';
import { createMissing } from './createMissing';

/** Where each job stands after its last event: a cached fold, which can be made anew from the log at any time. */
export async function up(knex: Knex): Promise<void> {
  await createMissing(knex, 'job_snapshot', (table) => {
    table.string('job_id', 36).primary().references('job.id');
    table.integer('seq').unsigned().notNullable();
    table.smallint('fold_version').unsigned().notNullable();
    table.json('body').notNullable();
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('job_snapshot');
}
