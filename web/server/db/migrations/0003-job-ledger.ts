import type { Knex } from 'knex';

/** How long each log is, in events and in bytes, and whether its job was deleted. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(
    `ALTER TABLE job
       ADD COLUMN IF NOT EXISTS last_seq INT UNSIGNED NOT NULL DEFAULT 0,
       ADD COLUMN IF NOT EXISTS log_bytes INT UNSIGNED NOT NULL DEFAULT 0,
       ADD COLUMN IF NOT EXISTS deleted_at DATETIME(3) NULL`,
  );
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(
    'ALTER TABLE job DROP COLUMN IF EXISTS last_seq, DROP COLUMN IF EXISTS log_bytes, DROP COLUMN IF EXISTS deleted_at',
  );
}
