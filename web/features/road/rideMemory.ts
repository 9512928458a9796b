import { checkRideDescription, type RideDescription } from '@amber-needle/core/road';
import { keep, recalled } from '@/components/browserMemory';

/** What somebody has confirmed of logs, by their heading, in this browser. */

const STORE = 'amber-needle.rides';
/** The oldest is forgotten for the next. Ours. */
const MOST = 24;

export function recallRide(heading: string): RideDescription | undefined {
  return recallAll().find((each) => each.heading === heading);
}

export function rememberRide(description: RideDescription): void {
  const others = recallAll().filter(({ heading }) => heading !== description.heading);
  keep(STORE, [description, ...others].slice(0, MOST));
}

function recallAll(): readonly RideDescription[] {
  const kept = recalled(STORE);
  if (!Array.isArray(kept)) return [];
  return kept.flatMap((each) => {
    const checked = checkRideDescription(each);
    return checked.outcome === 'valid' ? [checked.value] : [];
  });
}
