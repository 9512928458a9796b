import { checkerFor } from '@amber-needle/core/validation';
import { compiled } from '@/validation/compiled';
import { REQUESTS } from '@/validation/requests';
import { database } from '../db/connection';
import { keepSetting } from '../db/workshopSetting';
import { readJson } from '../http/body';
import { Refused } from '../http/refused';

const check = checkerFor(REQUESTS.workshopSetting, compiled.workshopSetting);

/** Keeps what the whole workshop chose. */
export async function takeSetting(request: Request): Promise<Response> {
  const checked = check(await readJson(request));
  if (checked.outcome === 'invalid') throw new Refused(422, 'This cannot be chosen.', checked.problems);
  await keepSetting(database(), 'depressionUnit', checked.value.depressionUnit);
  return Response.json(checked.value);
}
