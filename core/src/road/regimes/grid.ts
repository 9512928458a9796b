import { at, exp, ln } from '../../basics';
import { quantileOf } from '../../signal';
import type { Ride } from '../ride';

/**
 * A ride on an even grid, as far as its regimes are told by it: means of the samples of each step, and how fast they change. NaN where the log
 * says nothing.
 */
export interface RideGrid {
  readonly step: number;
  readonly count: number;
  readonly rpm: Float64Array | undefined;
  /** Change of the logarithm of engine speed, 1/s, over about a second. */
  readonly climb: Float64Array | undefined;
  /** The same over a fifth of a second: shifts and blips. */
  readonly jerk: Float64Array | undefined;
  readonly opening: Float64Array | undefined;
  /** Change of the opening, 1/s. */
  readonly turning: Float64Array | undefined;
  readonly load: Float64Array | undefined;
  readonly roadSpeed: Float64Array | undefined;
  readonly lambda: Float64Array | undefined;
  /** Where the engine idles, rpm. */
  readonly idleRpm: number;
  /** Between the lower and the higher of the speeds at which it cruises, rpm. */
  readonly lowBelowRpm: number;
}

/** A step of the grid is no shorter, s. */
const STEP_S = 0.1;
/** An engine turns slower only while it is started or stopped. common practice, no source. */
export const RUNNING_RPM = 300;
const CLIMB_OVER_S = 1.2;
const JERK_OVER_S = 0.3;

/** The grid of a ride. `delay`: by how much its lambda comes late, s. */
export function gridOf(ride: Ride, delay: number): RideGrid {
  const step = Math.max(STEP_S, ride.step);
  const last = ride.times.at(-1) ?? 0;
  const count = ride.times.length === 0 ? 0 : Math.floor(last / step) + 1;
  const on = (values: Float64Array | undefined, late = 0) =>
    values === undefined ? undefined : gridded(ride, values, { step, count, late });
  const rpm = on(ride.rpm);
  const opening = on(ride.opening);
  const speeds = { idleRpm: idleOf(rpm, opening) };
  const logRpm = rpm?.map((value) => (value > RUNNING_RPM ? ln(value) : Number.NaN));
  const climb = logRpm && slopes(logRpm, CLIMB_OVER_S, step);
  return {
    step,
    count,
    rpm,
    climb,
    jerk: logRpm && slopes(logRpm, JERK_OVER_S, step),
    opening,
    turning: opening && slopes(opening, JERK_OVER_S, step),
    load: on(ride.load),
    roadSpeed: on(ride.roadSpeed),
    lambda: on(ride.lambdas[0]?.values, delay),
    ...speeds,
    lowBelowRpm: gapOf(logRpm, climb, speeds.idleRpm),
  };
}

function gridded(
  { times }: Ride,
  values: Float64Array,
  { step, count, late }: { step: number; count: number; late: number },
): Float64Array {
  const sums = new Float64Array(count);
  const counts = new Float64Array(count);
  for (let i = 0; i < times.length; i += 1) {
    const cell = Math.floor((at(times, i) - late) / step);
    const value = values[i] ?? Number.NaN;
    if (cell < 0 || cell >= count || Number.isNaN(value)) continue;
    sums[cell] = (sums[cell] ?? 0) + value;
    counts[cell] = (counts[cell] ?? 0) + 1;
  }
  return bridged(
    sums.map((sum, i) => sum / at(counts, i)),
    Math.max(1, Math.round(1 / step)),
  );
}

/** Short holes take the value before them: a grid may be finer than a log here and there. */
function bridged(values: Float64Array, longest: number): Float64Array {
  let since = longest + 1;
  let last = Number.NaN;
  return values.map((value) => {
    since = Number.isNaN(value) ? since + 1 : 0;
    if (!Number.isNaN(value)) last = value;
    return since <= longest ? last : Number.NaN;
  });
}

/** Slope about each place, in the values' unit a second, by least squares over about so long. */
function slopes(values: Float64Array, over: number, step: number): Float64Array {
  const half = Math.max(1, Math.round(over / step / 2));
  const out = new Float64Array(values.length).fill(Number.NaN);
  for (let i = 0; i < values.length; i += 1) {
    let product = 0;
    let squares = 0;
    for (let k = -half; k <= half; k += 1) {
      const value = values[i + k];
      if (value === undefined || Number.isNaN(value)) continue;
      product += k * (value - at(values, i));
      squares += k * k;
    }
    out[i] = squares === 0 ? Number.NaN : product / (squares * step);
  }
  return out;
}

/** A speed that is held with the throttle shut, and none lower is held: the idle. Without a throttle, the lowest that is held. */
function idleOf(rpm: Float64Array | undefined, opening: Float64Array | undefined): number {
  const shut =
    rpm?.filter((value, i) => value > RUNNING_RPM && (opening === undefined || (opening[i] ?? 1) < SHUT)) ?? [];
  const all = rpm?.filter((value) => value > RUNNING_RPM) ?? [];
  return lowestHeld(shut.length > MANY ? shut : all);
}

/** Speeds held within this, 1/s, above so many times the idle are those of a cruise. Ours. */
const HELD_CLIMB = 0.05;
const CRUISES_ABOVE = 1.9;

/**
 * The speed that parts the held ones best in two: the least spread within both parts. Source: Otsu, IEEE Trans. Syst. Man Cybern. 9 (1979) 62 (from
 * memory).
 */
function gapOf(logRpm: Float64Array | undefined, climb: Float64Array | undefined, idleRpm: number): number {
  const least = ln(CRUISES_ABOVE * idleRpm);
  const held = (logRpm ?? new Float64Array()).filter(
    (value, i) => value > least && Math.abs(climb?.[i] ?? 1) < HELD_CLIMB,
  );
  const sorted = held.sort();
  const total = sorted.reduce((sum, value) => sum + value, 0);
  let best = { between: -1, at: Number.NaN };
  let below = 0;
  for (let i = 1; i < sorted.length; i += 1) {
    below += at(sorted, i - 1);
    const apart = below / i - (total - below) / (sorted.length - i);
    const between = i * (sorted.length - i) * apart * apart;
    if (between > best.between) best = { between, at: (at(sorted, i - 1) + at(sorted, i)) / 2 };
  }
  return exp(best.at);
}

const SHUT = 0.02;
const MANY = 50;
/** Speeds are counted in classes of this, rpm; a held one is at least this share of the fullest. Ours. */
const CLASS_RPM = 100;
const HELD = 0.25;

function lowestHeld(speeds: ArrayLike<number>): number {
  if (speeds.length === 0) return Number.NaN;
  const counts = new Map<number, number>();
  for (let i = 0; i < speeds.length; i += 1) {
    const bin = Math.floor(at(speeds, i) / CLASS_RPM);
    counts.set(bin, (counts.get(bin) ?? 0) + 1);
  }
  const fullest = Math.max(...counts.values());
  const lowest = Math.min(...[...counts].filter(([, count]) => count >= HELD * fullest).map(([bin]) => bin));
  const held = Array.from(speeds).filter((value) => Math.abs(value / CLASS_RPM - lowest - 0.5) <= 1.5);
  return quantileOf(held, 0.5);
}
