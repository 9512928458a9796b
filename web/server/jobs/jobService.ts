import { jobText, mixtureCsv } from '@amber-needle/core/formats/job';
import { checkEvent, foldJob, type JobEvent, kindOf } from '@amber-needle/core/job';
import { mixtureOf, mixtureReport } from '@amber-needle/core/mixture';
import { checkerFor } from '@amber-needle/core/validation';
import { v7 as uuid } from 'uuid';
import { compiled } from '@/validation/compiled';
import { REQUESTS } from '@/validation/requests';
import { database } from '../db/connection';
import type { StoredLog } from '../db/eventRows';
import { appendEvent, findJob, insertJob, readLog } from '../db/jobRepository';
import { findMachine } from '../db/machineRepository';
import { deleteJob } from '../db/putAside';
import { DatabaseError } from '../db/retry';
import { readJson } from '../http/body';
import { download } from '../http/download';
import { Refused } from '../http/refused';
import { curesBefore } from './curesBefore';
import { lastVisit } from './lastVisit';

const checkNewJob = checkerFor(REQUESTS.newJob, compiled.newJob);
const checkCommand = checkerFor(REQUESTS.jobCommand, compiled.jobCommand);

export function noSuchJob(): Refused {
  return new Refused(404, 'There is no such job.');
}

/** The job's log from after `seq` on. @throws Refused 404 when there is no such job, or it was deleted. */
async function requireLog(jobId: string, after = 0): Promise<StoredLog> {
  const job = await findJob(database(), jobId);
  if (job === undefined || job.deletedAt !== undefined) throw noSuchJob();
  return readLog(database(), jobId, after);
}

/** The job's whole log. @throws Refused 404, or 409 naming the event that cannot be read. */
export async function requireEvents(jobId: string): Promise<readonly JobEvent[]> {
  const { events, unreadable } = await requireLog(jobId);
  if (unreadable !== undefined)
    throw new Refused(409, `Event ${unreadable.seq} of this job cannot be read: ${unreadable.reason}.`);
  return events;
}

/** Events that others have added after `?after=`. */
export async function giveEvents(request: Request, jobId: string): Promise<Response> {
  const text = new URL(request.url).searchParams.get('after') ?? '0';
  if (!/^\d{1,9}$/.test(text)) throw new Refused(400, '"after" must be a whole number from 0.');
  const { events, unreadable } = await requireLog(jobId, Number(text));
  return Response.json({ events, ...(unreadable === undefined ? {} : { unreadable }) });
}

/** Opens a job from the form's fields; `id` is the client's, so that a double click opens one job. */
export async function takeJob(request: Request): Promise<Response> {
  const checked = checkNewJob(await readJson(request));
  if (checked.outcome === 'invalid') throw new Refused(422, 'The job cannot be opened.', checked.problems);
  const { id, machineId, complaint, practice } = checked.value;
  await openJob({ id, machineId, complaint: complaint.trim(), practice: practice === true });
  return Response.json({ id });
}

interface NewJob {
  readonly id: string;
  readonly machineId: string;
  readonly complaint: string;
  readonly practice: boolean;
}

async function openJob({ id, machineId, complaint, practice }: NewJob): Promise<void> {
  const machine = await findMachine(database(), machineId);
  if (machine === undefined || machine.deletedAt !== undefined) throw new Refused(404, 'There is no such machine.');
  if ('unreadable' in machine.setup)
    throw new Refused(
      422,
      `The bank of this machine cannot be read: ${machine.setup.unreadable}. Draw it again first.`,
    );
  if ((await findJob(database(), id)) !== undefined) return;
  const at = new Date().toISOString();
  const isPractice = practice || machine.practice;
  const before = await lastVisit(database(), machineId, isPractice);
  const cures = isPractice ? undefined : await curesBefore(database(), machineId);
  const opened: JobEvent = {
    id: uuid(),
    seq: 1,
    at,
    kind: 'opened',
    version: 6,
    machine: machine.name,
    complaint,
    setup: machine.setup,
    ...(before === undefined ? {} : { lastVisit: before }),
    ...(cures === undefined ? {} : { cures }),
    ...(isPractice ? { practice: true } : {}),
  };
  const checked = checkEvent(opened);
  if (checked.outcome === 'invalid') throw new Refused(422, 'The job cannot be opened.', checked.problems);
  try {
    await insertJob(database(), { id, machineId, openedAt: at }, [opened]);
  } catch (error) {
    // The other of two clicks was faster: the job is open, which is what was asked for.
    if (!(error instanceof DatabaseError && error.code === 'ER_DUP_ENTRY')) throw error;
  }
}

/** Takes one event into a job's log and says how that went. */
export async function takeEvent(request: Request, jobId: string): Promise<Response> {
  const checked = checkEvent(await readJson(request));
  if (checked.outcome === 'invalid') throw new Refused(422, 'This is not an event of a job.', checked.problems);
  const appended = await appendEvent(database(), jobId, checked.value);
  switch (appended.outcome) {
    case 'noSuchJob':
      throw noSuchJob();
    case 'conflict':
      return Response.json(appended, { status: 409 });
    case 'refused':
      return Response.json(appended, { status: 422 });
    case 'differs':
      throw new Refused(409, `Another event has the id of this ${kindOf(checked.value).title.toLowerCase()} already.`);
    case 'unreadable':
      throw new Refused(422, `Nothing can be added to this job: ${appended.where}.`);
    case 'appended':
    case 'repeated':
      return Response.json(appended);
  }
}

/** Deletes a job or restores it. */
export async function commandJob(request: Request, jobId: string): Promise<Response> {
  const checked = checkCommand(await readJson(request));
  if (checked.outcome === 'invalid') throw new Refused(422, 'This cannot be done with a job.', checked.problems);
  const deletedAt = checked.value.do === 'delete' ? new Date().toISOString() : undefined;
  if ((await deleteJob(database(), jobId, deletedAt)) === 'noSuch') throw noSuchJob();
  return Response.json({ id: jobId });
}

/** The job as a document to keep or send. */
export async function exportJob(jobId: string): Promise<Response> {
  return download(
    jobText(await requireEvents(jobId)),
    'application/json; charset=utf-8',
    `job-${jobId.slice(-12)}.json`,
  );
}

/** The job's mixture as CSV. @throws Refused 404 where there is no such job, or none that has a plan for it. */
export async function exportMixture(jobId: string): Promise<Response> {
  const events = await requireEvents(jobId);
  const job = foldJob(events);
  const mixture = job && mixtureOf(job.setup, events);
  if (mixture === undefined) throw new Refused(404, 'The mixture of this job was not worked at.');
  return download(mixtureCsv(mixtureReport(mixture)), 'text/csv; charset=utf-8', `mixture-${jobId.slice(-12)}.csv`);
}

/** The job as it is folded. */
export async function requireJob(jobId: string) {
  const job = foldJob(await requireEvents(jobId));
  if (job === undefined) throw noSuchJob();
  return job;
}
