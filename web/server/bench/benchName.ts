import { Refused } from '../http/refused';

/** A bench's name as it may stand in an address. @throws Refused 404 for any other: it is made up, and would be kept. */
export function benchName(text: string): string {
  if (!/^[a-z0-9][a-z0-9-]{0,31}$/.test(text)) throw new Refused(404, 'There is no such bench.');
  return text;
}
