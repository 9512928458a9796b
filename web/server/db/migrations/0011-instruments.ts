import type { Knex } from 'knex';
import { createMissing } from './createMissing';

/** Gauges and meters of the workshop, with what jobs have taught of each channel. */
export async function up(knex: Knex): Promise<void> {
  await createMissing(knex, 'instrument', (table) => {
    table.string('id', 36).primary();
    table.string('name', 80).notNullable();
    table.string('what', 20).notNullable();
    table.integer('channels').unsigned().notNullable();
    table.float('class_percent').nullable();
    table.text('learned').notNullable();
    table.datetime('created_at', { precision: 3 }).notNullable();
    table.datetime('deleted_at', { precision: 3 }).nullable();
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('instrument');
}
