import { createHash, type Hash } from 'node:crypto';
import type { Knex } from 'knex';
import { asked, retried } from './retry';
import { sqlTime } from './time';

/** One row holds so much: below the smallest packet that servers take (16 MB here), and small enough to stream. */
const CHUNK_BYTES = 256 * 1024;
export const LARGEST_ATTACHMENT = 64 * 1024 * 1024;

export interface Attachment {
  /** SHA-256 of the content, hexadecimal. */
  readonly hash: string;
  readonly bytes: number;
  readonly type: string;
}

export interface JobAttachment extends Attachment {
  readonly name: string;
}

/** `tooLarge`: nothing was kept. */
export type Kept = { readonly outcome: 'kept'; readonly attachment: Attachment } | { readonly outcome: 'tooLarge' };

/**
 * Keeps content under its hash, in chunks, and ties it to a job by a name. The same content twice is kept once. One transaction: what is
 * there is whole.
 */
export async function keepAttachment(
  db: Knex,
  job: { readonly jobId: string; readonly name: string; readonly type: string; readonly at: string },
  content: Uint8Array,
): Promise<Kept> {
  if (content.byteLength > LARGEST_ATTACHMENT) return { outcome: 'tooLarge' };
  const hash = createHash('sha256').update(content).digest('hex');
  const attachment = { hash, bytes: content.byteLength, type: job.type };
  await retried('keep an attachment', () =>
    db.transaction(async (trx) => {
      const row = { ...attachment, created_at: sqlTime(job.at) };
      const inserted = await trx('attachment').where({ hash }).select('hash').first();
      if (inserted === undefined) {
        await trx('attachment').insert(row);
        for (let part = 0; part * CHUNK_BYTES < content.byteLength; part += 1) {
          const body = Buffer.from(content.subarray(part * CHUNK_BYTES, (part + 1) * CHUNK_BYTES));
          await trx('attachment_chunk').insert({ hash, part, body });
        }
      }
      await trx('job_attachment')
        .insert({ job_id: job.jobId, hash, name: job.name })
        .onConflict(['job_id', 'hash'])
        .ignore();
    }),
  );
  return { outcome: 'kept', attachment };
}

export async function findAttachment(db: Knex, hash: string): Promise<Attachment | undefined> {
  const row = await retried('find an attachment', () =>
    db<Attachment>('attachment').where({ hash }).select('hash', 'bytes', 'type').first(),
  );
  return row && { ...row, bytes: Number(row.bytes) };
}

export async function attachmentsOf(db: Knex, jobId: string): Promise<readonly JobAttachment[]> {
  const rows: JobAttachment[] = await retried('list attachments', () =>
    db('job_attachment')
      .join('attachment', 'attachment.hash', 'job_attachment.hash')
      .where({ job_id: jobId })
      .orderBy('name')
      .select('attachment.hash', 'bytes', 'type', 'name'),
  );
  return rows.map((row) => ({ ...row, bytes: Number(row.bytes) }));
}

/** The content, chunk by chunk. @throws Error at its end when what was read is not what the hash names: a disk that forgets. */
export async function* contentOf(db: Knex, hash: string): AsyncGenerator<Buffer> {
  const seen: Hash = createHash('sha256');
  for (let part = 0; ; part += 1) {
    const row: { body: Buffer } | undefined = await asked('read an attachment', () =>
      db('attachment_chunk').where({ hash, part }).select('body').first(),
    );
    if (row === undefined) break;
    seen.update(row.body);
    yield row.body;
  }
  if (seen.digest('hex') !== hash) throw new Error('An attachment is not what it was when it was kept');
}
