import type { EventOf } from '../job';
import type { TipIn, Unit } from './sums';
import { MOST_UNITS } from './words';

type Kept = EventOf<'rideRead'>['sensors'][number]['units'][number];

/**
 * Units as the log keeps them: rounded to what they are worth, at most so many. Beyond that neighbours of one regime are put together, the shortest first:
 * they are one piece then, and count as one.
 */
export function keptUnits(units: readonly Unit[], most: number): Kept[] {
  let left = [...units];
  while (left.length > most) {
    const shortest = shortestPair(left);
    if (shortest === undefined) break;
    left = [...left.slice(0, shortest), joined(left[shortest], left[shortest + 1]), ...left.slice(shortest + 2)].filter(
      (unit) => unit !== undefined,
    );
  }
  return left.slice(0, most).map(({ regime, lambda, seconds, opening, logRpm, at }) => ({
    regime,
    lambda: rounded(lambda, 5),
    seconds: rounded(seconds, 3),
    ...(Number.isFinite(opening) ? { opening: rounded(opening, 4) } : {}),
    ...(Number.isFinite(logRpm) ? { logRpm: rounded(logRpm, 4) } : {}),
    at: rounded(at, 2),
  }));
}

/** What a sensor's ride came to, as the log keeps it. */
export function keptReading({
  sensor,
  units,
  tipIn,
}: {
  readonly sensor: number;
  readonly units: readonly Unit[];
  readonly tipIn: TipIn | undefined;
}) {
  return { sensor, units: keptUnits(units, MOST_UNITS), ...(tipIn === undefined ? {} : { tipIn }) };
}

/** The units of kept ones. */
export function unitsKept(kept: readonly Kept[]): readonly Unit[] {
  return kept.map((unit) => ({ ...unit, opening: unit.opening ?? Number.NaN, logRpm: unit.logRpm ?? Number.NaN }));
}

/** Place of the first of two neighbours of one regime that are the shortest together; of any two where none have one regime. */
function shortestPair(units: readonly Unit[]): number | undefined {
  let [best, least] = [undefined as number | undefined, Number.POSITIVE_INFINITY];
  for (let i = 0; i + 1 < units.length; i += 1) {
    const [a, b] = [units[i], units[i + 1]];
    if (a === undefined || b === undefined || a.regime !== b.regime) continue;
    if (a.seconds + b.seconds < least) [best, least] = [i, a.seconds + b.seconds];
  }
  return best;
}

function joined(a: Unit | undefined, b: Unit | undefined): Unit | undefined {
  if (a === undefined || b === undefined) return a ?? b;
  const seconds = a.seconds + b.seconds;
  const mean = (of: (unit: Unit) => number) => (a.seconds * of(a) + b.seconds * of(b)) / seconds;
  return {
    regime: a.regime,
    seconds,
    lambda: mean(({ lambda }) => lambda),
    opening: mean(({ opening }) => opening),
    logRpm: mean(({ logRpm }) => logRpm),
    at: mean(({ at }) => at),
  };
}

function rounded(value: number, digits: number): number {
  return Number(value.toFixed(digits));
}
