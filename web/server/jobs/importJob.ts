import { setImmediate as otherWork } from 'node:timers/promises';
import { type JobDocument, readJobInSteps } from '@amber-needle/core/formats/job';
import { foldStanding, type JobEvent, type Standing } from '@amber-needle/core/job';
import type { Checked } from '@amber-needle/core/validation';
import type { Knex } from 'knex';
import { v7 as uuid } from 'uuid';
import { database } from '../db/connection';
import { findJobsOfEvents, insertJob } from '../db/jobRepository';
import { findMachine, findMachinesByName, insertMachine, type Machine } from '../db/machineRepository';
import { DatabaseError } from '../db/retry';
import { DOCUMENT_BODY, readJson } from '../http/body';
import { Refused } from '../http/refused';

/** `?machine=`: the id of a machine that is here, or this for a machine of its own. */
const NEW_MACHINE = 'new';

/**
 * Takes in a job document from another workshop, whole or not at all. A machine of the same name may be the same machine or another:
 * whoever imports says which, so a document whose machine's name is known here is answered with a choice first (409, `machines`).
 */
export async function importJob(request: Request): Promise<{ readonly jobId: string }> {
  const choice = new URL(request.url).searchParams.get('machine') ?? undefined;
  const checked = await readInSteps(await readJson(request, DOCUMENT_BODY));
  if (checked.outcome === 'invalid') {
    const [first] = checked.problems;
    const where = first === undefined ? '' : ` At ${first.path}: ${first.reason}.`;
    throw new Refused(422, `This file cannot be taken in as a job.${where} Nothing was changed.`, checked.problems);
  }
  const { events } = checked.value;
  const job = foldStanding(events);
  if (job === undefined) throw new Refused(422, 'This job has no events.');
  await refuseKnown(events);
  const machine = await machineFor(job, choice);
  const jobId = uuid();
  try {
    await database().transaction(async (trx) => {
      if (machine.isNew) await insertImported(trx, machine.id, job);
      await insertJob(trx, { id: jobId, machineId: machine.id, openedAt: job.openedAt }, events);
    });
  } catch (error) {
    // The same file, taken in by someone else in this moment.
    if (error instanceof DatabaseError && error.code === 'ER_DUP_ENTRY') await refuseKnown(events);
    throw error;
  }
  return { jobId };
}

/** Checks a document some hundred events at a time, so that live gauges go on meanwhile. */
async function readInSteps(document: unknown): Promise<Checked<JobDocument>> {
  const steps = readJobInSteps(document);
  for (;;) {
    const step = steps.next();
    if (step.done === true) return step.value;
    await otherWork();
  }
}

const LOOKED_UP_AT_ONCE = 1000;

/** @throws Refused 409 when any of these events is in this workshop: the same job, or part of one. */
async function refuseKnown(events: readonly JobEvent[]): Promise<void> {
  const known = [];
  for (let from = 0; from < events.length; from += LOOKED_UP_AT_ONCE) {
    const ids = events.slice(from, from + LOOKED_UP_AT_ONCE).map(({ id }) => id);
    known.push(...(await findJobsOfEvents(database(), ids)));
  }
  const [first] = known;
  if (first === undefined) return;
  const jobs = [...new Set(known.map(({ jobId }) => jobId))];
  const isWhole = jobs.length === 1 && known.length === events.length;
  const message = isWhole
    ? 'This job is already in this workshop. Nothing was changed.'
    : `${known.length} of the ${events.length} events of this file are already in this workshop: it is another state of a job that is here. Nothing was changed.`;
  throw new Refused(
    409,
    message,
    jobs.map((jobId) => ({ jobId })),
  );
}

async function machineFor(
  job: Standing,
  choice: string | undefined,
): Promise<{ readonly id: string; readonly isNew: boolean }> {
  if (choice === NEW_MACHINE) return { id: uuid(), isNew: true };
  if (choice !== undefined) {
    const chosen = await findMachine(database(), choice);
    if (chosen === undefined || chosen.deletedAt !== undefined) throw new Refused(404, 'There is no such machine.');
    return { id: chosen.id, isNew: false };
  }
  const known = await findMachinesByName(database(), job.machine);
  if (known.length === 0) return { id: uuid(), isNew: true };
  throw new Refused(
    409,
    `There is a machine named "${job.machine}" here already. Say whether the job belongs to it.`,
    known.map(candidate),
  );
}

function candidate({ id, name, bank, owner, plate, note }: Machine) {
  return { machine: { id, name, bank, owner, plate, note } };
}

async function insertImported(trx: Knex, id: string, job: Standing): Promise<void> {
  const { machine: name, setup, openedAt: createdAt, practice } = job;
  await insertMachine(trx, { id, name, note: 'Came with an imported job.', setup, createdAt, practice });
}
