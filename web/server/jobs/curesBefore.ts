import type { Cures } from '@amber-needle/core/job';
import type { Knex } from 'knex';
import { eventsOfKind } from '../db/eventsOfKind';
import { readStored } from './readStored';

/** The latest cures teach; older ones are another workshop's. */
const MOST = 2000;
/** So many causes are counted, and so many of the machine's own cures kept. */
const MOST_CAUSES = 100;
const MOST_HERE = 50;

/** What the workshop has put right before, and on this machine; undefined where nothing was. */
export async function curesBefore(db: Knex, machineId: string): Promise<Cures | undefined> {
  const cures = (await eventsOfKind(db, 'cured', { most: MOST })).flatMap(({ body, machine_id }) => {
    const event = readStored(body, 'cured');
    return event === undefined ? [] : [{ event, isHere: machine_id === machineId }];
  });
  if (cures.length === 0) return undefined;
  const counts = new Map<string, number>();
  for (const { event } of cures) counts.set(event.cause, (counts.get(event.cause) ?? 0) + 1);
  const here = cures.filter(({ isHere }) => isHere).slice(0, MOST_HERE);
  return {
    workshop: [...counts]
      .map(([cause, count]) => ({ cause, count }))
      .sort((a, b) => b.count - a.count)
      .slice(0, MOST_CAUSES),
    here: here.map(({ event: { cause, place, at, counter } }) => ({
      cause,
      on: at,
      ...(place === undefined ? {} : { place }),
      ...(counter === undefined ? {} : { counter }),
    })),
  };
}
