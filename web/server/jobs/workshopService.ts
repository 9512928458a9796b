import { readSetup } from '@amber-needle/core/formats/setup';
import { ARCHETYPES, setupProblems } from '@amber-needle/core/setup';
import { checkerFor } from '@amber-needle/core/validation';
import Type from 'typebox';
import { database } from '../db/connection';
import { insertMachine, replaceSetup } from '../db/machineRepository';
import { readJson } from '../http/body';
import { Refused } from '../http/refused';
import { openJob } from './jobService';
import { NewMachineSchema } from './newMachine';

const Id = Type.String({ pattern: '^[0-9a-f-]{36}$' });
const checkMachine = checkerFor(
  Type.Object({ id: Id, ...NewMachineSchema.properties }, { additionalProperties: false }),
);
const checkReplacement = checkerFor(
  Type.Object({ seen: Type.Unknown(), setup: Type.Unknown() }, { additionalProperties: false }),
);
const checkJob = checkerFor(
  Type.Object({ id: Id, machineId: Id, complaint: Type.String({ maxLength: 2000 }) }, { additionalProperties: false }),
);

/** Adds a machine from the form's fields. */
export async function takeMachine(request: Request): Promise<Response> {
  const checked = checkMachine(await readJson(request));
  if (checked.outcome === 'invalid') throw new Refused(422, 'The machine cannot be added.', checked.problems);
  const { id, name, archetype, note, idleRpm, spreadKPa } = checked.value;
  const start = ARCHETYPES[archetype];
  const setup = { ...start, targets: { ...start.targets, idleRpm, spreadKPa } };
  const problems = setupProblems(setup);
  if (problems.length > 0) throw new Refused(422, 'The machine cannot be added.', problems);
  await insertMachine(database(), {
    id,
    name: name.trim(),
    note: note.trim(),
    setup,
    createdAt: new Date().toISOString(),
  });
  return Response.json({ id });
}

/** Gives a machine another bank: `{ seen, setup }`, the one that the writer began with and what became of it. */
export async function takeSetup(request: Request, id: string): Promise<Response> {
  const body = checkReplacement(await readJson(request));
  if (body.outcome === 'invalid') throw new Refused(422, 'The bank cannot be saved.', body.problems);
  const seen = readSetup(body.value.seen);
  const setup = readSetup(body.value.setup);
  if (setup.outcome === 'invalid') throw new Refused(422, 'The bank cannot be saved.', setup.problems);
  if (seen.outcome === 'invalid') throw new Refused(422, 'The bank that was changed is not valid.', seen.problems);
  const replaced = await replaceSetup(database(), id, seen.value, setup.value);
  if (replaced === 'noSuchMachine') throw new Refused(404, 'There is no such machine.');
  if (replaced === 'changed')
    throw new Refused(409, 'Someone else changed this bank in the meantime. Nothing was saved; load it again to see.');
  return Response.json({ id });
}

/** Opens a job from the form's fields. */
export async function takeJob(request: Request): Promise<Response> {
  const checked = checkJob(await readJson(request));
  if (checked.outcome === 'invalid') throw new Refused(422, 'The job cannot be opened.', checked.problems);
  const { id, machineId, complaint } = checked.value;
  await openJob(machineId, id, complaint.trim());
  return Response.json({ id });
}
