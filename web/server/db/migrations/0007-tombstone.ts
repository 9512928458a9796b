import type { Knex } from 'knex';
import { createMissing } from './createMissing';

/** What is left of a job that was purged: that it was, when, and how long its log was. */
export async function up(knex: Knex): Promise<void> {
  await createMissing(knex, 'tombstone', (table) => {
    table.string('job_id', 36).primary();
    table.string('machine_id', 36).notNullable();
    table.integer('events').unsigned().notNullable();
    table.datetime('deleted_at', { precision: 3 }).notNullable();
    table.datetime('purged_at', { precision: 3 }).notNullable();
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('tombstone');
}
