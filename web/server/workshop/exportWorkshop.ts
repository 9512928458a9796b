import { createHash } from 'node:crypto';
import { Readable } from 'node:stream';
import type { JobEvent } from '@amber-needle/core/job';
import type { Knex } from 'knex';
import { ZipFile } from 'yazl';
import { contentOf } from '../db/attachments';
import { database } from '../db/connection';
import { type Instrument, listInstruments } from '../db/instruments';
import { readLog } from '../db/jobRepository';
import { asked } from '../db/retry';
import { instantOf } from '../db/time';
import { download } from '../http/download';
import { log, loggable } from '../http/log';
import {
  ATTACHMENTS,
  type AttachmentLine,
  attachmentFile,
  INSTRUMENTS,
  JOBS,
  type JobLine,
  jobFile,
  MACHINES,
  MANIFEST,
  type MachineLine,
  type Manifest,
  WORKSHOP_FORMAT,
  WORKSHOP_VERSION,
} from './workshopFile';

/** Rows fetched at once while lists are streamed. */
const PAGE = 500;

/** The whole workshop as one zip, streamed: nothing is held whole. Deleted jobs and machines stay behind. */
export function exportWorkshop(db: Knex = database()): Response {
  const name = `workshop-${new Date().toISOString().slice(0, 10)}.zip`;
  return download(Readable.toWeb(workshopZip(db)) as ReadableStream<Uint8Array>, 'application/zip', name);
}

/** The zip as a stream: lists as NDJSON, a log a job, attachments by hash, and last the manifest with the hash of every file. */
export function workshopZip(db: Knex): Readable {
  const zip = new ZipFile();
  const output = new Readable().wrap(zip.outputStream);
  const hashes: Record<string, string> = {};
  const add = (path: string, lines: () => AsyncIterable<string | Buffer>) =>
    zip.addReadStreamLazy(path, (done) =>
      done(null, Readable.from(hashed(path, lines(), hashes), { objectMode: false })),
    );
  zip.on('error', (error) => output.destroy(error));
  addAll(db, { zip, add, hashes }).catch((error) => {
    log.error({ err: loggable(error) }, 'the workshop could not be exported');
    output.destroy(error);
  });
  return output;
}

interface Filling {
  readonly zip: ZipFile;
  readonly add: (path: string, lines: () => AsyncIterable<string | Buffer>) => void;
  /** Complete when the last file has been read. */
  readonly hashes: Readonly<Record<string, string>>;
}

async function addAll(db: Knex, { zip, add, hashes }: Filling): Promise<void> {
  add(MACHINES, () => linesOf(machines(db)));
  add(JOBS, () => linesOf(jobs(db)));
  add(INSTRUMENTS, () => linesOf(instruments(db)));
  add(ATTACHMENTS, () => linesOf(attachments(db)));
  for await (const { id } of jobs(db)) add(jobFile(id), () => linesOf(eventsOf(db, id)));
  for await (const hash of hashesOf(db)) add(attachmentFile(hash), () => contentOf(db, hash));
  zip.addReadStreamLazy(MANIFEST, (done) => {
    const manifest: Manifest = { format: WORKSHOP_FORMAT, version: WORKSHOP_VERSION, files: hashes };
    done(null, Readable.from([JSON.stringify(manifest)], { objectMode: false }));
  });
  zip.end();
}

async function* hashed(path: string, content: AsyncIterable<string | Buffer>, hashes: Record<string, string>) {
  const hash = createHash('sha256');
  for await (const piece of content) {
    hash.update(piece);
    yield piece;
  }
  hashes[path] = hash.digest('hex');
}

async function* linesOf(items: AsyncIterable<object>): AsyncGenerator<string> {
  for await (const item of items) yield `${JSON.stringify(item)}\n`;
}

/** Rows of a table in the order of their key, a page at a time. */
async function* paged<R extends { id: string }>(fetch: (after: string) => Promise<readonly R[]>): AsyncGenerator<R> {
  for (let after = ''; ; ) {
    const rows = await asked('export the workshop', () => fetch(after));
    yield* rows;
    const last = rows.at(-1);
    if (last === undefined || rows.length < PAGE) return;
    after = last.id;
  }
}

async function* machines(db: Knex): AsyncGenerator<MachineLine> {
  const rows = paged<Record<string, string> & { id: string; practice: string; archived_at: string }>((after) =>
    db('machine').where('id', '>', after).whereNull('deleted_at').orderBy('id').limit(PAGE).select('*'),
  );
  for await (const row of rows)
    yield {
      id: row.id,
      name: row.name ?? '',
      note: row.note ?? '',
      owner: row.owner ?? '',
      contact: row.contact ?? '',
      plate: row.plate ?? '',
      meterReading: row.meter_reading ?? '',
      practice: Boolean(row.practice),
      archivedAt: row.archived_at === null ? null : instantOf(row.archived_at),
      createdAt: instantOf(row.created_at ?? ''),
      setup: JSON.parse(row.setup ?? 'null'),
    };
}

async function* instruments(db: Knex): AsyncGenerator<Instrument> {
  yield* await listInstruments(db);
}

async function* jobs(db: Knex): AsyncGenerator<JobLine> {
  const rows = paged<{ id: string; machine_id: string }>((after) =>
    db('job')
      .join('machine', 'machine.id', 'job.machine_id')
      .where('job.id', '>', after)
      .whereNull('job.deleted_at')
      .whereNull('machine.deleted_at')
      .orderBy('job.id')
      .limit(PAGE)
      .select('job.id', 'job.machine_id'),
  );
  for await (const { id, machine_id } of rows) yield { id, machineId: machine_id };
}

async function* attachments(db: Knex): AsyncGenerator<AttachmentLine> {
  const rows = paged<{ id: string; job_id: string; hash: string; name: string; type: string }>((after) =>
    db('job_attachment')
      .join('attachment', 'attachment.hash', 'job_attachment.hash')
      .join('job', 'job.id', 'job_attachment.job_id')
      .whereNull('job.deleted_at')
      .whereRaw("CONCAT(job_id, '/', job_attachment.hash) > ?", [after])
      .orderBy(['job_id', 'job_attachment.hash'])
      .limit(PAGE)
      .select(
        'job_id',
        'job_attachment.hash',
        'name',
        'type',
        db.raw("CONCAT(job_id, '/', job_attachment.hash) AS id"),
      ),
  );
  for await (const { job_id, hash, name, type } of rows) yield { jobId: job_id, hash, name, type };
}

async function* hashesOf(db: Knex): AsyncGenerator<string> {
  const seen = new Set<string>();
  for await (const { hash } of attachments(db)) {
    if (!seen.has(hash)) yield hash;
    seen.add(hash);
  }
}

/** @throws Error when the log cannot be read to its end: what is exported must be whole. */
async function* eventsOf(db: Knex, jobId: string): AsyncGenerator<JobEvent> {
  const { events, unreadable } = await readLog(db, jobId);
  if (unreadable !== undefined) throw new Error(`Job ${jobId}, event ${unreadable.seq} cannot be read`);
  yield* events;
}
