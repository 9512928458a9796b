import type { Knex } from 'knex';

/** What the garage is ordered, filtered and searched by. Words of any length count, and none is too common to look for. */
const COLUMNS = {
  place:
    'TINYINT UNSIGNED AS (CASE WHEN deleted_at IS NOT NULL THEN 2 WHEN archived_at IS NOT NULL THEN 1 ELSE 0 END) PERSISTENT',
  has_open: 'BOOLEAN AS (open_jobs > 0) PERSISTENT',
  words:
    "TEXT CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci AS (CONCAT_WS(' ', name, owner, plate, note)) PERSISTENT",
} as const;

const INDEXES = {
  machine_order: ['machine', 'place, has_open DESC, worked_at DESC, id DESC'],
  machine_bank: ['machine', 'place, bank, has_open DESC, worked_at DESC, id DESC'],
  machine_name: ['machine', 'name'],
  machine_deleted: ['machine', 'deleted_at'],
  job_deleted: ['job', 'deleted_at'],
  summary_of_machine: ['job_summary', 'machine_id, hidden, is_open DESC, worked_at DESC, job_id DESC'],
} as const;

const WORDS = { machine_words: ['machine', 'words'], summary_words: ['job_summary', 'complaint'] } as const;

export async function up(knex: Knex): Promise<void> {
  const added = Object.entries(COLUMNS).map(([name, type]) => `ADD COLUMN IF NOT EXISTS ${name} ${type}`);
  await knex.raw(`ALTER TABLE machine ${added.join(', ')}, MODIFY worked_at DATETIME(3) NOT NULL`);
  for (const [name, [table, columns]] of Object.entries(INDEXES))
    await knex.raw(`CREATE INDEX IF NOT EXISTS ${name} ON ${table} (${columns})`);
  await knex.raw('SET SESSION innodb_ft_enable_stopword = OFF');
  for (const [name, [table, columns]] of Object.entries(WORDS))
    await knex.raw(`CREATE FULLTEXT INDEX IF NOT EXISTS ${name} ON ${table} (${columns})`);
}

export async function down(knex: Knex): Promise<void> {
  for (const [name, [table]] of Object.entries({ ...WORDS, ...INDEXES }))
    await knex.raw(`DROP INDEX IF EXISTS ${name} ON ${table}`);
  const dropped = Object.keys(COLUMNS).map((name) => `DROP COLUMN IF EXISTS ${name}`);
  await knex.raw(`ALTER TABLE machine ${dropped.join(', ')}, MODIFY worked_at DATETIME(3) NULL`);
}
