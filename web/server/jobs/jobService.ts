import { readJob, writeJob } from '@amber-needle/core/formats/job';
import { checkEvent, foldJob, type JobEvent } from '@amber-needle/core/job';
import { v7 as uuid } from 'uuid';
import { database } from '../db/connection';
import { appendEvent, findJob, findJobOfEvent, insertJob, readEvents } from '../db/jobRepository';
import { findMachine, findMachineByName, insertMachine } from '../db/machineRepository';
import { codeOf } from '../db/retry';
import { DOCUMENT_BODY, readJson } from '../http/body';
import { Refused } from '../http/refused';

/** The job's whole log, or a refusal when there is no such job. */
export async function requireEvents(jobId: string): Promise<readonly JobEvent[]> {
  const events = await readEvents(database(), jobId);
  if (events.length === 0) throw new Refused(404, 'There is no such job.');
  return events;
}

/** Opens a job on a machine; `id` is the client's, so that a double click opens one job. */
export async function openJob(machineId: string, id: string, complaint: string): Promise<void> {
  const machine = await findMachine(database(), machineId);
  if (machine === undefined) throw new Refused(404, 'There is no such machine.');
  if ((await findJob(database(), id)) !== undefined) return;
  const at = new Date().toISOString();
  const opened: JobEvent = {
    id: uuid(),
    seq: 1,
    at,
    kind: 'opened',
    machine: machine.name,
    complaint,
    setup: machine.setup,
  };
  const checked = checkEvent(opened);
  if (checked.outcome === 'invalid') throw new Refused(422, 'The job cannot be opened.', checked.problems);
  try {
    await insertJob(database(), { id, machineId, openedAt: at }, [opened]);
  } catch (error) {
    // The other of two clicks was faster: the job is open, which is what was asked for.
    if (codeOf(error) !== 'ER_DUP_ENTRY') throw error;
  }
}

/** Takes one event into a job's log and says how that went. */
export async function takeEvent(request: Request, jobId: string): Promise<Response> {
  const checked = checkEvent(await readJson(request));
  if (checked.outcome === 'invalid') throw new Refused(422, 'This is not an event of a job.', checked.problems);
  const appended = await appendEvent(database(), jobId, checked.value);
  switch (appended.outcome) {
    case 'noSuchJob':
      throw new Refused(404, 'There is no such job.');
    case 'conflict':
      return Response.json(appended, { status: 409 });
    case 'refused':
      return Response.json(appended, { status: 422 });
    case 'appended':
    case 'repeated':
      return Response.json(appended);
  }
}

/** Takes in a job document from another workshop, with its machine if that is not here yet. */
export async function importJob(request: Request): Promise<{ readonly jobId: string }> {
  const checked = readJob(await readJson(request, DOCUMENT_BODY));
  if (checked.outcome === 'invalid') {
    const [first] = checked.problems;
    const where = first === undefined ? '' : ` At ${first.path}: ${first.reason}.`;
    throw new Refused(422, `This file cannot be taken in as a job.${where} Nothing was changed.`, checked.problems);
  }
  const { events } = checked.value;
  const [opening] = events;
  const job = foldJob(events);
  if (opening === undefined || job === undefined) throw new Refused(422, 'This job has no events.');
  const here = await findJobOfEvent(database(), opening.id);
  if (here !== undefined)
    throw new Refused(409, 'This job is already in this workshop. Nothing was changed.', [{ jobId: here }]);
  const known = await findMachineByName(database(), job.machine);
  const machineId = known?.id ?? uuid();
  if (known === undefined) {
    const note = 'Came with an imported job.';
    await insertMachine(database(), {
      id: machineId,
      name: job.machine,
      note,
      setup: job.setup,
      createdAt: job.openedAt,
    });
  }
  const jobId = uuid();
  await insertJob(database(), { id: jobId, machineId, openedAt: job.openedAt }, events);
  return { jobId };
}

/** The job as a document to keep or send. */
export async function exportJob(jobId: string): Promise<Response> {
  const document = writeJob(await requireEvents(jobId));
  return download(JSON.stringify(document, null, 2), 'application/json', `job-${jobId.slice(0, 8)}.json`);
}

export function download(text: string, type: string, name: string): Response {
  return new Response(text, {
    headers: { 'content-type': `${type}; charset=utf-8`, 'content-disposition': `attachment; filename="${name}"` },
  });
}
