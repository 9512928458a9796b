import { readSetup } from '@amber-needle/core/formats/setup';
import { ARCHETYPES, setupProblems } from '@amber-needle/core/setup';
import { checkerFor } from '@amber-needle/core/validation';
import { compiled } from '@/validation/compiled';
import { REQUESTS } from '@/validation/requests';
import { database } from '../db/connection';
import { editMachine, erasePerson, insertMachine, replaceSetup } from '../db/machineRepository';
import { archiveMachine, deleteMachine } from '../db/putAside';
import { readJson } from '../http/body';
import { Refused } from '../http/refused';

const checkNew = checkerFor(REQUESTS.newMachine, compiled.newMachine);
const checkEdit = checkerFor(REQUESTS.machineEdit, compiled.machineEdit);
const checkCommand = checkerFor(REQUESTS.machineCommand, compiled.machineCommand);
const checkReplacement = checkerFor(REQUESTS.replacedSetup, compiled.replacedSetup);

function noSuchMachine(): Refused {
  return new Refused(404, 'There is no such machine.');
}

/** Adds a machine from the form's fields. */
export async function takeMachine(request: Request): Promise<Response> {
  const checked = checkNew(await readJson(request));
  if (checked.outcome === 'invalid') throw new Refused(422, 'The machine cannot be added.', checked.problems);
  const { id, name, archetype, note, idleRpm, spreadKPa, practice } = checked.value;
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
    practice: practice === true,
  });
  return Response.json({ id });
}

/** Changes a machine's name, note and particulars. */
export async function takeEdit(request: Request, id: string): Promise<Response> {
  const checked = checkEdit(await readJson(request));
  if (checked.outcome === 'invalid') throw new Refused(422, 'The machine cannot be changed.', checked.problems);
  const { name, note, ...particulars } = checked.value;
  if (!(await editMachine(database(), id, { ...particulars, name: name.trim(), note: note.trim() })))
    throw noSuchMachine();
  return Response.json({ id });
}

/** Archives, deletes or restores a machine, or takes a person's data off it. */
export async function commandMachine(request: Request, id: string): Promise<Response> {
  const checked = checkCommand(await readJson(request));
  if (checked.outcome === 'invalid') throw new Refused(422, 'This cannot be done with a machine.', checked.problems);
  if (!(await carryOut(id, checked.value.do))) throw noSuchMachine();
  return Response.json({ id });
}

async function carryOut(id: string, command: string): Promise<boolean> {
  const now = new Date().toISOString();
  switch (command) {
    case 'archive':
      return (await archiveMachine(database(), id, now)) === 'done';
    case 'unarchive':
      return (await archiveMachine(database(), id, undefined)) === 'done';
    case 'delete':
      return (await deleteMachine(database(), id, now)) === 'done';
    case 'restore':
      return (await deleteMachine(database(), id, undefined)) === 'done';
    default:
      return erasePerson(database(), id);
  }
}

/** Gives a machine another bank: `{ seen, setup }`, the one that the writer began with and what became of it. */
export async function takeSetup(request: Request, id: string): Promise<Response> {
  const body = checkReplacement(await readJson(request));
  if (body.outcome === 'invalid') throw new Refused(422, 'The bank cannot be saved.', body.problems);
  const seen = readSetup(body.value.seen);
  const setup = readSetup(body.value.setup);
  if (setup.outcome === 'invalid') throw new Refused(422, 'The bank cannot be saved.', setup.problems);
  if (seen.outcome === 'invalid') throw new Refused(422, 'The bank that was changed is not valid.', seen.problems);
  const replaced = await replaceSetup(database(), id, { seen: seen.value, setup: setup.value });
  if (replaced === 'noSuchMachine') throw noSuchMachine();
  if (replaced === 'changed')
    throw new Refused(409, 'Someone else changed this bank in the meantime. Nothing was saved; load it again to see.');
  return Response.json({ id });
}
