import type { Knex } from 'knex';
import { createMissing } from './createMissing';

/** App processes that run, and what gauges sent to each in the last seconds, for the watchers of the others. */
export async function up(knex: Knex): Promise<void> {
  await createMissing(knex, 'live_process', (table) => {
    table.string('id', 36).primary();
    table.datetime('seen_at', { precision: 3 }).notNullable();
  });
  await createMissing(knex, 'live_batch', (table) => {
    table.string('origin', 36).notNullable();
    table.bigInteger('seq').unsigned().notNullable();
    table.string('bench', 32).notNullable();
    table.string('kind', 8).notNullable();
    table.specificType('body', 'MEDIUMTEXT').notNullable();
    table.datetime('sent_at', { precision: 3 }).notNullable();
    table.primary(['origin', 'seq']);
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('live_batch');
  await knex.schema.dropTable('live_process');
}
