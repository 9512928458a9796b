import knex, { type Knex } from 'knex';
import { connectionOf, openDatabase } from './connection';
import * as workshop from './migrations/0001-workshop';

interface Migration {
  readonly name: string;
  readonly up: (knex: Knex) => Promise<void>;
  readonly down: (knex: Knex) => Promise<void>;
}

/** In order. Schema changes do not roll back in MariaDB, so each migration is one small change. */
const MIGRATIONS: readonly Migration[] = [{ name: '0001-workshop', up: workshop.up, down: workshop.down }];

const source = {
  getMigrations: async () => [...MIGRATIONS],
  getMigrationName: ({ name }: Migration) => name,
  getMigration: async (migration: Migration) => migration,
};

/** Makes the database if it is missing and brings its tables up to date. Returns the names of the migrations that were run. */
export async function migrate(url: URL): Promise<readonly string[]> {
  const { database: name, ...server } = connectionOf(url);
  const admin = knex({ client: 'mysql2', connection: server });
  try {
    await admin.raw('CREATE DATABASE IF NOT EXISTS ?? CHARACTER SET utf8mb4', [name]);
  } finally {
    await admin.destroy();
  }
  const db = openDatabase(url);
  try {
    const [, run]: [number, string[]] = await db.migrate.latest({ migrationSource: source });
    return run;
  } finally {
    await db.destroy();
  }
}
