import type { Knex } from 'knex';
import { createMissing } from './createMissing';

/** Photos and logs of rides by the hash of their content, in chunks, outside the log. */
export async function up(knex: Knex): Promise<void> {
  await createMissing(knex, 'attachment', (table) => {
    table.specificType('hash', 'CHAR(64) CHARACTER SET ascii COLLATE ascii_bin').primary();
    table.bigInteger('bytes').unsigned().notNullable();
    table.string('type', 100).notNullable();
    table.datetime('created_at', { precision: 3 }).notNullable();
  });
  await createMissing(knex, 'attachment_chunk', (table) => {
    table.specificType('hash', 'CHAR(64) CHARACTER SET ascii COLLATE ascii_bin').notNullable();
    table.integer('part').unsigned().notNullable();
    table.specificType('body', 'MEDIUMBLOB').notNullable();
    table.primary(['hash', 'part']);
    table.foreign('hash').references('attachment.hash');
  });
  await createMissing(knex, 'job_attachment', (table) => {
    table.string('job_id', 36).notNullable().references('job.id');
    table.specificType('hash', 'CHAR(64) CHARACTER SET ascii COLLATE ascii_bin').notNullable();
    table.string('name', 200).notNullable();
    table.primary(['job_id', 'hash']);
    table.foreign('hash').references('attachment.hash');
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('job_attachment');
  await knex.schema.dropTable('attachment_chunk');
  await knex.schema.dropTable('attachment');
}
