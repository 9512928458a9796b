import { checkerFor } from '@amber-needle/core/validation';
import { compiled } from '@/validation/compiled';
import { REQUESTS } from '@/validation/requests';
import { database } from '../db/connection';
import { deleteInstrument, listInstruments, putInstrument } from '../db/instruments';
import { readJson } from '../http/body';
import { Refused } from '../http/refused';

const checkEdit = checkerFor(REQUESTS.instrument, compiled.instrument);
const checkCommand = checkerFor(REQUESTS.instrumentCommand, compiled.instrumentCommand);

/** All instruments of the workshop. */
export async function giveInstruments(): Promise<Response> {
  return Response.json({ instruments: await listInstruments(database()) });
}

/** Adds an instrument, changes it, or keeps what a job has taught of it. */
export async function takeInstrument(request: Request): Promise<Response> {
  const checked = checkEdit(await readJson(request));
  if (checked.outcome === 'invalid') throw new Refused(422, 'The instrument cannot be kept.', checked.problems);
  await putInstrument(database(), { ...checked.value, name: checked.value.name.trim() }, new Date().toISOString());
  return Response.json({ id: checked.value.id });
}

/** Takes an instrument off the list. */
export async function commandInstrument(request: Request, id: string): Promise<Response> {
  const checked = checkCommand(await readJson(request));
  if (checked.outcome === 'invalid')
    throw new Refused(422, 'This cannot be done with an instrument.', checked.problems);
  if (!(await deleteInstrument(database(), id, new Date().toISOString())))
    throw new Refused(404, 'There is no such instrument.');
  return Response.json({ id });
}
