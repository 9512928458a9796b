import type { Knex } from 'knex';

/**
 * Makes a table unless it is there. Schema changes do not roll back in MariaDB: a start that was cut short in the middle of a migration
 * runs it again, so every step of one must bear being done twice.
 */
export async function createMissing(
  knex: Knex,
  name: string,
  build: (table: Knex.CreateTableBuilder) => void,
): Promise<void> {
  if (!(await knex.schema.hasTable(name))) await knex.schema.createTable(name, build);
}
