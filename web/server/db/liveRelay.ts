import type { Knex } from 'knex';
import { asked } from './retry';

/** A process that was not seen for so long has gone, s: some beats may be missed. Ours. */
const GONE_AFTER_S = 6;
/** What is older is of no use to a live bench, s. Ours. */
const KEPT_S = 10;
const MOST_AT_ONCE = 200;

export interface LiveRow {
  readonly bench: string;
  readonly kind: 'trace' | 'problem';
  readonly body: string;
}

/**
 * Says that this process runs, clears away what it sent some seconds ago and what was left by processes that have gone, and gives the
 * others that run. Times are the database's own: clocks of several machines differ.
 */
export async function beat(db: Knex, id: string): Promise<readonly string[]> {
  return asked('tell processes of each other', async () => {
    await db.raw('INSERT INTO live_process (id, seen_at) VALUES (?, NOW(3)) ON DUPLICATE KEY UPDATE seen_at = NOW(3)', [
      id,
    ]);
    await db('live_batch').where({ origin: id }).andWhereRaw(`sent_at < NOW(3) - INTERVAL ${KEPT_S} SECOND`).delete();
    const rows: { id: string; gone: number }[] = await db('live_process')
      .whereNot({ id })
      .select('id', db.raw(`seen_at < NOW(3) - INTERVAL ${GONE_AFTER_S} SECOND AS gone`));
    const gone = rows.filter((row) => Number(row.gone) === 1).map((row) => row.id);
    if (gone.length > 0) await forget(db, gone);
    return rows.filter((row) => Number(row.gone) === 0).map((row) => row.id);
  });
}

/** Takes processes and what they sent away. */
export async function forget(db: Knex, ids: readonly string[]): Promise<void> {
  await asked('forget a process', async () => {
    await db('live_batch').whereIn('origin', ids).delete();
    await db('live_process').whereIn('id', ids).delete();
  });
}

/** Writes what this process was given, numbered on from `firstSeq`. */
export async function publish(db: Knex, id: string, { rows, firstSeq }: Numbered): Promise<void> {
  const at = db.raw('NOW(3)');
  await asked('pass a gauge on', () =>
    db('live_batch').insert(rows.map((row, n) => ({ origin: id, seq: firstSeq + n, ...row, sent_at: at }))),
  );
}

interface Numbered {
  readonly rows: readonly LiveRow[];
  readonly firstSeq: number;
}

/** The number of the newest that a process sent; 0 before its first. */
export async function newestOf(db: Knex, id: string): Promise<number> {
  const [row]: { seq: number | string | null }[] = await asked('look for a gauge', () =>
    db('live_batch').where({ origin: id }).select(db.raw('MAX(seq) AS seq')),
  );
  return Number(row?.seq ?? 0);
}

/** What a process sent after a number, in order, with the number it goes up to. */
export async function sentAfter(
  db: Knex,
  id: string,
  seq: number,
): Promise<{ readonly rows: readonly LiveRow[]; readonly upTo: number }> {
  const rows: (LiveRow & { seq: number | string })[] = await asked('look for a gauge', () =>
    db('live_batch')
      .where({ origin: id })
      .andWhere('seq', '>', seq)
      .orderBy('seq')
      .limit(MOST_AT_ONCE)
      .select('seq', 'bench', 'kind', 'body'),
  );
  return { rows, upTo: Number(rows.at(-1)?.seq ?? seq) };
}
