import type { Knex } from 'knex';
import { createMissing } from './createMissing';

/** What the whole workshop has chosen, where a device has not chosen for itself. */
export async function up(knex: Knex): Promise<void> {
  await createMissing(knex, 'workshop_setting', (table) => {
    table.string('name', 40).primary();
    table.string('value', 200).notNullable();
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('workshop_setting');
}
