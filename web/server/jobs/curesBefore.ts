import { type Cures, checkEvent, type EventOf } from '@amber-needle/core/job';
import type { Knex } from 'knex';
import { listCures } from '../db/cures';

/** So many causes are counted, and so many of the machine's own cures kept. */
const MOST_CAUSES = 100;
const MOST_HERE = 50;

/** What the workshop has put right before, and on this machine; undefined where nothing was. */
export async function curesBefore(db: Knex, machineId: string): Promise<Cures | undefined> {
  const cures = (await listCures(db)).flatMap(({ body, machine_id }) => {
    const event = curedEvent(body);
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

/** One that cannot be read any more teaches nothing. */
function curedEvent(body: string): EventOf<'cured'> | undefined {
  try {
    const checked = checkEvent(JSON.parse(body));
    return checked.outcome === 'valid' && checked.value.kind === 'cured' ? checked.value : undefined;
  } catch {
    return undefined;
  }
}
