import { at, extremesOf } from '../../basics';
import { FREE_AIR_OXYGEN, LEAST_SUPPLY_V } from '../../instruments';
import { quantileOf } from '../../signal';
import { RUNNING_RPM } from '../regimes/grid';
import type { Ride } from '../ride';

/** Why a sample is not believed; `believed` when it is. */
export const DOUBTS = [
  'believed',
  'missing',
  'engineOff',
  'warmingUp',
  'lowSupply',
  'saturated',
  'stuck',
  'misses',
  'leak',
] as const;

export type Doubt = (typeof DOUBTS)[number];

/** The place of a doubt in `DOUBTS`: samples carry these. */
export function doubtCode(doubt: Doubt): number {
  return DOUBTS.indexOf(doubt);
}

/** What free air read before the engine ran: oxygen in percent where it was logged, else lambda at its end of the scale. */
export interface FreeAir {
  readonly oxygenPercent: number | undefined;
  readonly lambda: number;
  /** Free air over what was read: lambda of lean exhaust errs by about as much. */
  readonly factor: number | undefined;
}

/** At an end of the scale when so many samples show the very same extreme. Ours. */
const PILED_UP = 0.004;
const SAME = 0.0015;
/** Nothing that burns reads so lean or so rich: beyond is the end of most scales. common practice, no source. */
const LEANEST = 1.6;
const RICHEST = 0.6;
/** A live sensor never shows one figure for so long, s, and a scale is fine enough to tell with this many figures. Ours. */
const STUCK_S = 6;
const FINE_SCALE = 25;
/** A sensor that still warms up shows one figure from the log's first moment, for this long at least, s. Ours. */
const LEAST_WARMING_S = 2;

/** Doubts of every sample that need nothing but the sample and its neighbours. */
export function plainDoubts({ times, rpm, supply, step }: Ride, lambda: Float64Array): Uint8Array {
  const doubts = new Uint8Array(times.length);
  const put = (i: number, doubt: Doubt) => {
    if (doubts[i] === 0) doubts[i] = doubtCode(doubt);
  };
  const { low, high } = scaleEnds(lambda);
  const warm = warmFrom({ times, rpm }, lambda);
  const isFine = new Set(lambda.subarray(0, 50_000)).size > FINE_SCALE;
  const longest = Math.max(2, Math.round(STUCK_S / step));
  let same = 0;
  for (let i = 0; i < times.length; i += 1) {
    const value = at(lambda, i);
    same = i > 0 && value === lambda[i - 1] ? same + 1 : 0;
    if (Number.isNaN(value) || value <= 0) put(i, 'missing');
    else if (rpm !== undefined && !(at(rpm, i) > RUNNING_RPM)) put(i, 'engineOff');
    else if (at(times, i) < warm) put(i, 'warmingUp');
    else if (supply !== undefined && at(supply, i) < LEAST_SUPPLY_V) put(i, 'lowSupply');
    else if (value >= high || value <= low) put(i, 'saturated');
    else if (isFine && same >= longest) for (let k = i; k >= i - same; k -= 1) put(k, 'stuck');
  }
  return doubts;
}

/** The ends of a sensor's scale as this log shows them: where samples pile up on one extreme figure. */
function scaleEnds(lambda: Float64Array): { readonly low: number; readonly high: number } {
  const seen = lambda.filter((value) => value > 0);
  if (seen.length === 0) return { low: RICHEST, high: LEANEST };
  const { low, high } = extremesOf(seen);
  const share = (end: number) => seen.filter((value) => Math.abs(value - end) < SAME).length / seen.length;
  return {
    low: low < 0.8 && share(low) > PILED_UP ? low + SAME : RICHEST,
    high: high > 1.2 && share(high) > PILED_UP ? Math.min(LEANEST, high - SAME) : LEANEST,
  };
}

/** Until when the sensor shows one figure from the beginning of the log, s; 0 for one that is warm. */
function warmFrom({ times, rpm }: Pick<Ride, 'times' | 'rpm'>, lambda: Float64Array): number {
  const running = rpm === undefined ? 0 : rpm.findIndex((value) => value > RUNNING_RPM);
  if (running < 0) return 0;
  const first = lambda[running] ?? Number.NaN;
  let i = running;
  while (i < lambda.length && (Number.isNaN(at(lambda, i)) || Math.abs(at(lambda, i) - first) < SAME)) i += 1;
  const from = times[running] ?? 0;
  const until = times[Math.min(i, times.length - 1)] ?? 0;
  return until - from >= LEAST_WARMING_S && i < lambda.length ? until : 0;
}

/** What the sensor read in free air, from a time at the log's beginning when the engine stood; undefined where there is none. */
export function freeAirOf({ rpm, oxygen }: Ride, lambda: Float64Array): FreeAir | undefined {
  const running = rpm?.findIndex((value) => value > RUNNING_RPM) ?? 0;
  const before = running < 0 ? lambda.length : running;
  const read = lambda.subarray(0, before).filter((value) => value > 1.2);
  if (read.length < FEWEST_STANDING) return undefined;
  const percent = oxygen?.subarray(0, before).filter((value) => value > 0);
  const oxygenPercent = percent === undefined || percent.length === 0 ? undefined : quantileOf(percent, 0.5);
  return {
    oxygenPercent,
    lambda: quantileOf(read, 0.5),
    factor: oxygenPercent === undefined ? undefined : FREE_AIR_OXYGEN / oxygenPercent,
  };
}

const FEWEST_STANDING = 10;
