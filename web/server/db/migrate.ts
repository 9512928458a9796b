import knex, { type Knex } from 'knex';
import { connectionOf, openDatabase } from './connection';
import { MIGRATIONS, type Migration } from './migrations';

/** A migration may take this long, s: it reads every log once. */
const LONGEST_S = 3600;

const sourceOf = (migrations: readonly Migration[]) => ({
  getMigrations: async () => [...migrations],
  getMigrationName: ({ name }: Migration) => name,
  getMigration: async (migration: Migration) => migration,
});

export interface MigrateOptions {
  /** Only up to this one: for tests of what an older program left behind. */
  readonly upTo?: string;
  /** Called before a database that has something in it is changed; its failure stops the migration. */
  readonly backup?: (pending: readonly string[]) => Promise<void>;
}

/** Makes the database if it is missing and brings its tables up to date. Returns the names of the migrations that were run. */
export async function migrate(url: URL, { upTo, backup }: MigrateOptions = {}): Promise<readonly string[]> {
  await createDatabase(url);
  const db = openDatabase(url, LONGEST_S);
  try {
    // Two starts at once wait for each other; a start that died in the middle left Knex's own lock behind.
    await db.raw('SELECT GET_LOCK(?, 600)', [`needle-migrate-${url.pathname}`]);
    const wanted = MIGRATIONS.slice(
      0,
      upTo === undefined ? undefined : MIGRATIONS.findIndex(({ name }) => name === upTo) + 1,
    );
    const pending = await pendingOf(db, wanted);
    if (pending.length === 0) return [];
    if (pending.length < wanted.length) await backup?.(pending);
    await db.migrate.forceFreeMigrationsLock({ migrationSource: sourceOf(wanted) });
    const [, run]: [number, string[]] = await db.migrate.latest({ migrationSource: sourceOf(wanted) });
    return run;
  } finally {
    await db.destroy();
  }
}

/** Takes the last `steps` migrations back. */
export async function migrateDown(url: URL, steps: number): Promise<void> {
  const db = openDatabase(url, LONGEST_S);
  try {
    for (let i = 0; i < steps; i += 1) await db.migrate.down({ migrationSource: sourceOf(MIGRATIONS) });
  } finally {
    await db.destroy();
  }
}

/**
 * Names of the migrations that have not been run here.
 * @throws Error when the database was changed by a newer program: this one would not know what it finds.
 */
async function pendingOf(db: Knex, wanted: readonly Migration[]): Promise<readonly string[]> {
  if (!(await db.schema.hasTable('knex_migrations'))) return wanted.map(({ name }) => name);
  const rows: { name: string }[] = await db('knex_migrations').select('name');
  const done = new Set(rows.map(({ name }) => name));
  const unknown = [...done].filter((name) => !MIGRATIONS.some((migration) => migration.name === name));
  if (unknown.length > 0)
    throw new Error(
      `This database was made by a newer version of Amber Needle (it knows ${unknown.join(', ')}). Update the program.`,
    );
  return wanted.map(({ name }) => name).filter((name) => !done.has(name));
}

async function createDatabase(url: URL): Promise<void> {
  const { database: name, ...server } = connectionOf(url);
  const admin = knex({ client: 'mysql2', connection: server });
  try {
    await admin.raw('CREATE DATABASE IF NOT EXISTS ?? CHARACTER SET utf8mb4', [name]);
  } finally {
    await admin.destroy();
  }
}
