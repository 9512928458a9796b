import type { Knex } from 'knex';

/** Whose a machine is, what became of it, and what the garage orders it by. Names are told apart to the letter. */
const COLUMNS = {
  owner: "VARCHAR(120) NOT NULL DEFAULT ''",
  contact: "VARCHAR(200) NOT NULL DEFAULT ''",
  plate: "VARCHAR(32) NOT NULL DEFAULT ''",
  meter_reading: "VARCHAR(32) NOT NULL DEFAULT ''",
  practice: 'BOOLEAN NOT NULL DEFAULT FALSE',
  bank: "VARCHAR(80) NOT NULL DEFAULT ''",
  archived_at: 'DATETIME(3) NULL',
  deleted_at: 'DATETIME(3) NULL',
  open_jobs: 'INT UNSIGNED NOT NULL DEFAULT 0',
  worked_at: 'DATETIME(3) NULL',
} as const;

export async function up(knex: Knex): Promise<void> {
  const added = Object.entries(COLUMNS).map(([name, type]) => `ADD COLUMN IF NOT EXISTS ${name} ${type}`);
  await knex.raw(
    `ALTER TABLE machine ${added.join(', ')}, MODIFY name VARCHAR(120) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL`,
  );
}

export async function down(knex: Knex): Promise<void> {
  const dropped = Object.keys(COLUMNS).map((name) => `DROP COLUMN IF EXISTS ${name}`);
  await knex.raw(`ALTER TABLE machine ${dropped.join(', ')}, MODIFY name VARCHAR(120) CHARACTER SET utf8mb4 NOT NULL`);
}
