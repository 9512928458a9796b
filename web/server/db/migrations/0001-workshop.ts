import type { Knex } from 'knex';
import { createMissing } from './createMissing';

/** Machines, their jobs and the jobs' logs. InnoDB, utf8mb4, a primary key each: runs unchanged on a Galera cluster. */
export async function up(knex: Knex): Promise<void> {
  await createMissing(knex, 'machine', (table) => {
    table.string('id', 36).primary();
    table.string('name', 120).notNullable();
    table.string('note', 2000).notNullable();
    table.json('setup').notNullable();
    table.datetime('created_at', { precision: 3 }).notNullable();
  });
  await createMissing(knex, 'job', (table) => {
    table.string('id', 36).primary();
    table.string('machine_id', 36).notNullable().references('machine.id');
    table.datetime('opened_at', { precision: 3 }).notNullable();
    table.index(['machine_id', 'opened_at']);
  });
  await createMissing(knex, 'job_event', (table) => {
    table.string('job_id', 36).notNullable().references('job.id');
    table.integer('seq').unsigned().notNullable();
    table.string('event_id', 36).notNullable().unique();
    table.string('kind', 16).notNullable();
    table.json('body').notNullable();
    table.primary(['job_id', 'seq']);
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('job_event');
  await knex.schema.dropTable('job');
  await knex.schema.dropTable('machine');
}
