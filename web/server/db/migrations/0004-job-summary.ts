import type { Knex } from 'knex';
import { createMissing } from './createMissing';

/** What lists show of a job: written with every event, so that no list reads a log. */
export async function up(knex: Knex): Promise<void> {
  await createMissing(knex, 'job_summary', (table) => {
    table.string('job_id', 36).primary().references('job.id');
    table.string('machine_id', 36).notNullable();
    table.string('status', 8).notNullable();
    table.string('outcome', 12).nullable();
    table.string('complaint', 2000).notNullable();
    table.boolean('practice').notNullable();
    table.boolean('hidden').notNullable().defaultTo(false);
    table.boolean('is_open').notNullable();
    table.integer('events').unsigned().notNullable();
    table.datetime('opened_at', { precision: 3 }).notNullable();
    table.datetime('worked_at', { precision: 3 }).notNullable();
    table.string('unreadable', 300).nullable();
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('job_summary');
}
