import { createHash } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setImmediate as otherWork } from 'node:timers/promises';
import { logProblems } from '@amber-needle/core/formats/job';
import { readSetup } from '@amber-needle/core/formats/setup';
import { checkEvent, foldStanding, type JobEvent } from '@amber-needle/core/job';
import type { Setup } from '@amber-needle/core/setup';
import { type Checked, checkerFor } from '@amber-needle/core/validation';
import type { Knex } from 'knex';
import { compiled } from '@/validation/compiled';
import { REQUESTS } from '@/validation/requests';
import { keepAttachment, LARGEST_ATTACHMENT } from '../db/attachments';
import { database } from '../db/connection';
import { type Instrument, listInstruments, putInstrument } from '../db/instruments';
import { findJobsOfEvents, insertJob, MOST_LOG_BYTES } from '../db/jobRepository';
import { insertMachine } from '../db/machineRepository';
import { DOCUMENT_BODY, requireType } from '../http/body';
import { Refused } from '../http/refused';
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
  READ_VERSIONS,
  WORKSHOP_FORMAT,
} from './workshopFile';
import { openZip, type ZipSource } from './zipSource';

/** Larger files are refused; ours: a workshop of some ten thousand jobs with photos. */
const LARGEST_MB = 4096;
/** Lists of lines are held whole while they are read. */
const LARGEST_LIST = 256 * 1024 * 1024;

const checkMachineLine = checkerFor(REQUESTS.machineLine, compiled.machineLine);
const checkJobLine = checkerFor(REQUESTS.jobLine, compiled.jobLine);
const checkInstrumentLine = checkerFor(REQUESTS.instrumentLine, compiled.instrumentLine);
const checkAttachmentLine = checkerFor(REQUESTS.attachmentLine, compiled.attachmentLine);

export interface ImportedWorkshop {
  readonly machines: number;
  readonly jobs: number;
  readonly instruments: number;
  readonly attachments: number;
  /** Jobs that were here already and stayed as they are. */
  readonly known: number;
}

/** Takes in a workshop file, whole or not at all: what is here already stays as it is. */
export async function importWorkshop(request: Request): Promise<ImportedWorkshop> {
  requireType(request, ['application/zip']);
  const folder = await mkdtemp(join(tmpdir(), 'needle-workshop-'));
  try {
    const file = join(folder, 'workshop.zip');
    await saveBody(request, file);
    return await importWorkshopFile(database(), file);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

async function saveBody(request: Request, file: string): Promise<void> {
  const output = createWriteStream(file, { mode: 0o600 });
  const reader = request.body?.getReader();
  let size = 0;
  try {
    for (let part = await reader?.read(); part !== undefined && !part.done; part = await reader?.read()) {
      size += part.value.byteLength;
      if (size > LARGEST_MB * 1024 * 1024)
        throw new Refused(413, `The file is larger than ${LARGEST_MB} MB. Nothing was taken in.`);
      if (!output.write(part.value)) await new Promise<void>((resolve) => output.once('drain', () => resolve()));
    }
  } finally {
    await new Promise<void>((resolve) => output.end(() => resolve()));
  }
}

/** The same from a file that is here. @throws Refused 422 naming the file within it and the line. */
export async function importWorkshopFile(db: Knex, path: string): Promise<ImportedWorkshop> {
  const zip = await openZip(path);
  try {
    const hashes = await readManifest(zip);
    const read = (name: string, limit: number) => readChecked({ zip, hashes }, name, limit);
    const lists = {
      machines: linesOf(MACHINES, await read(MACHINES, LARGEST_LIST), checkMachineLine),
      jobs: linesOf(JOBS, await read(JOBS, LARGEST_LIST), checkJobLine),
      instruments: hashes.has(INSTRUMENTS)
        ? linesOf(INSTRUMENTS, await read(INSTRUMENTS, LARGEST_LIST), checkInstrumentLine)
        : [],
      attachments: linesOf(ATTACHMENTS, await read(ATTACHMENTS, LARGEST_LIST), checkAttachmentLine),
    };
    return await db.transaction((trx) => takeIn(trx, lists, read));
  } finally {
    zip.close();
  }
}

interface Lists {
  readonly machines: readonly MachineLine[];
  readonly jobs: readonly JobLine[];
  readonly instruments: readonly Instrument[];
  readonly attachments: readonly AttachmentLine[];
}

type Read = (name: string, limit: number) => Promise<Buffer>;

async function takeIn(trx: Knex.Transaction, lists: Lists, read: Read): Promise<ImportedWorkshop> {
  const known = new Set<string>();
  const machines = await takeMachines(trx, lists.machines);
  const instruments = await takeInstruments(trx, lists.instruments);
  for (const job of lists.jobs) {
    const events = eventsOf(jobFile(job.id), await read(jobFile(job.id), DOCUMENT_BODY));
    if (!(await takeJob(trx, job, events))) known.add(job.id);
    await otherWork();
  }
  let attachments = 0;
  for (const { jobId, hash, name, type } of lists.attachments) {
    if (known.has(jobId)) continue;
    const content = await read(attachmentFile(hash), LARGEST_ATTACHMENT);
    await keepAttachment(trx, { jobId, name, type, at: new Date().toISOString() }, content);
    attachments += 1;
  }
  return { machines, jobs: lists.jobs.length - known.size, instruments, attachments, known: known.size };
}

async function takeMachines(trx: Knex.Transaction, lines: readonly MachineLine[]): Promise<number> {
  let added = 0;
  for (const [i, line] of lines.entries()) {
    const here = await trx('machine').where({ id: line.id }).select('id').first();
    if (here !== undefined) continue;
    const setup = readSetup(line.setup);
    if (setup.outcome === 'invalid') throw wrong(MACHINES, i + 1, setup);
    const { archivedAt, ...machine } = line;
    await insertMachine(trx, { ...machine, setup: setup.value satisfies Setup });
    if (archivedAt !== null)
      await trx('machine')
        .where({ id: line.id })
        .update({ archived_at: new Date(archivedAt) });
    added += 1;
  }
  return added;
}

async function takeInstruments(trx: Knex.Transaction, lines: readonly Instrument[]): Promise<number> {
  const known = new Set((await listInstruments(trx)).map(({ id }) => id));
  const added = lines.filter(({ id }) => !known.has(id));
  for (const instrument of added) await putInstrument(trx, instrument, new Date().toISOString());
  return added.length;
}

/** False when the job is here already. */
async function takeJob(
  trx: Knex.Transaction,
  { id, machineId }: JobLine,
  events: readonly JobEvent[],
): Promise<boolean> {
  const here = await findJobsOfEvents(
    trx,
    events.slice(0, 1).map((event) => event.id),
  );
  if (here.length > 0) return false;
  const machine = await trx('machine').where({ id: machineId }).select('id').first();
  if (machine === undefined)
    throw new Refused(422, `${JOBS}: job ${id} belongs to a machine that the file does not hold.`);
  const job = foldStanding(events);
  if (job === undefined) throw new Refused(422, `${jobFile(id)}: the log is empty.`);
  await insertJob(trx, { id, machineId, openedAt: job.openedAt }, events);
  return true;
}

function eventsOf(file: string, content: Buffer): readonly JobEvent[] {
  if (content.byteLength > MOST_LOG_BYTES) throw new Refused(422, `${file}: the log is too long.`);
  const events = linesOf(file, content, checkEvent);
  const [problem] = logProblems(events);
  if (problem !== undefined)
    throw new Refused(422, `${file}: ${problem.path} ${problem.reason}. Nothing was taken in.`);
  return events;
}

function linesOf<T>(file: string, content: Buffer, check: (data: unknown) => Checked<T>): readonly T[] {
  const lines = content.toString('utf8').split('\n');
  return lines.flatMap((line, i) => {
    if (line === '') return [];
    const checked = check(parsed(file, i + 1, line));
    if (checked.outcome === 'invalid') throw wrong(file, i + 1, checked);
    return [checked.value];
  });
}

function parsed(file: string, line: number, text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    throw new Refused(422, `${file}, line ${line}: is not JSON. Nothing was taken in.`);
  }
}

function wrong(file: string, line: number, { problems }: Extract<Checked<never>, { outcome: 'invalid' }>): Refused {
  const [first] = problems;
  return new Refused(
    422,
    `${file}, line ${line}: ${first?.path ?? '/'} ${first?.reason ?? 'is wrong'}. Nothing was taken in.`,
    problems,
  );
}

async function readManifest(zip: ZipSource): Promise<ReadonlyMap<string, string>> {
  const text = (await zip.read(MANIFEST, LARGEST_LIST)).toString('utf8');
  const manifest: { format?: unknown; version?: unknown; files?: unknown } = Object(parsed(MANIFEST, 1, text));
  if (manifest.format !== WORKSHOP_FORMAT || typeof manifest.files !== 'object' || manifest.files === null)
    throw new Refused(422, 'This zip is not a workshop file. Nothing was taken in.');
  if (!READ_VERSIONS.includes(manifest.version))
    throw new Refused(
      422,
      `This workshop file is version ${String(manifest.version).slice(0, 20)}; this program reads version ${READ_VERSIONS.join(' and ')}.`,
    );
  return new Map(Object.entries(manifest.files).map(([name, hash]) => [name, String(hash)]));
}

async function readChecked(
  { zip, hashes }: { readonly zip: ZipSource; readonly hashes: ReadonlyMap<string, string> },
  name: string,
  limit: number,
): Promise<Buffer> {
  const content = await zip.read(name, limit);
  const hash = createHash('sha256').update(content).digest('hex');
  if (hashes.get(name) !== hash)
    throw new Refused(422, `${name} is not what its manifest says: the file is damaged. Nothing was taken in.`);
  return content;
}
