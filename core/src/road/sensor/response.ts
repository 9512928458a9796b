import { at, ln } from '../../basics';
import { quantileOf } from '../../signal';
import type { RideGrid } from '../regimes';
import type { Ride } from '../ride';

/** How late a sensor's word comes, and how slowly it follows. */
export interface Response {
  /** From the gas leaving the engine to half of the change, s, at the lower and the higher half of the engine's speeds. */
  readonly delay: { readonly slow: number; readonly fast: number };
  /** Engine speed that parts the two, rpm; NaN where only one was told. */
  readonly apartRpm: number;
  /** s. */
  readonly timeConstant: number;
  /** Changes that it was told from; none: what is usual stands in. */
  readonly changes: number;
}

/** What is usual of a sensor half a metre down the pipe: common practice, no source. */
const USUAL: Response = { delay: { slow: 0.35, fast: 0.2 }, apartRpm: Number.NaN, timeConstant: 0.15, changes: 0 };
/** Shut throttles that are looked at last at least this long, s; lambda has answered within so many. */
const LEAST_SHUT_S = 1;
const LONGEST_ANSWER_S = 1.6;
/** A shut throttle in gear leans by this much at least, or it says nothing. Ours. */
const LEAST_LEANING = 0.12;
const FEWEST = 3;

/**
 * Delay and time constant of a sensor, from how lambda follows a throttle that is shut: the overrun leans it at once. The half of the change tells the
 * delay, three tenths to seven tenths the time constant (a first-order lag takes ln(0.7/0.3) of it). What the wall's film adds is in it.
 */
export function responseOf(ride: Ride, grid: RideGrid, lambda: Float64Array): Response {
  const shuts = shutMoments(grid);
  const seen = shuts.flatMap(({ time, rpm }) => {
    const answer = answerTo(ride.times, lambda, time);
    return answer === undefined ? [] : [{ ...answer, rpm }];
  });
  if (seen.length < FEWEST) return USUAL;
  const apartRpm = quantileOf(
    seen.map(({ rpm }) => rpm),
    0.5,
  );
  const middle = (values: readonly number[]) => quantileOf(values, 0.5);
  const slow = seen.filter(({ rpm }) => rpm <= apartRpm).map(({ delay }) => delay);
  const fast = seen.filter(({ rpm }) => rpm > apartRpm).map(({ delay }) => delay);
  const all = middle(seen.map(({ delay }) => delay));
  return {
    delay: { slow: slow.length >= FEWEST ? middle(slow) : all, fast: fast.length >= FEWEST ? middle(fast) : all },
    apartRpm,
    timeConstant: middle(seen.map(({ timeConstant }) => timeConstant)),
    changes: seen.length,
  };
}

/** The delay at an engine speed. */
export function delayAt({ delay, apartRpm }: Response, rpm: number | undefined): number {
  if (rpm === undefined || Number.isNaN(rpm) || Number.isNaN(apartRpm)) return (delay.slow + delay.fast) / 2;
  return rpm > apartRpm ? delay.fast : delay.slow;
}

/** When a throttle was shut with the engine well above its idle, and kept shut. */
function shutMoments(grid: RideGrid): readonly { readonly time: number; readonly rpm: number }[] {
  const { step, count, idleRpm } = grid;
  const isShut = shutTest(grid);
  if (isShut === undefined) return [];
  const long = Math.round(LEAST_SHUT_S / step);
  const out: { time: number; rpm: number }[] = [];
  for (let i = 1; i + long < count; i += 1) {
    const rpm = grid.rpm?.[i] ?? Number.NaN;
    if (!isShut(i) || isShut(i - 1) || !(rpm > 1.7 * idleRpm)) continue;
    let held = true;
    for (let k = 1; k <= long && held; k += 1) held = isShut(i + k);
    if (held) out.push({ time: i * step, rpm });
  }
  return out;
}

/** Shut by the throttle, or by a manifold pressure that only a shut throttle makes. */
function shutTest({ opening, load }: RideGrid): ((i: number) => boolean) | undefined {
  if (opening !== undefined) return (i) => (opening[i] ?? 1) < 0.015;
  if (load !== undefined) return (i) => (load[i] ?? 1) < 0.28;
  return undefined;
}

/** Half time and time constant of a leaning that follows a moment; undefined where lambda does not answer. */
function answerTo(times: Float64Array, lambda: Float64Array, moment: number) {
  const from = firstAfter(times, moment - 0.3);
  const end = firstAfter(times, moment + LONGEST_ANSWER_S);
  const before: number[] = [];
  let highest = Number.NEGATIVE_INFINITY;
  for (let i = from; i < end; i += 1) {
    const value = at(lambda, i);
    if (Number.isNaN(value)) continue;
    if (at(times, i) < moment) before.push(value);
    highest = Math.max(highest, value);
  }
  if (before.length === 0) return undefined;
  const base = quantileOf(before, 0.5);
  const rise = highest - base;
  if (rise < LEAST_LEANING) return undefined;
  const crossing = (share: number) => {
    for (let i = Math.max(from + 1, 1); i < end; i += 1) {
      const [a, b] = [at(lambda, i - 1), at(lambda, i)];
      const level = base + share * rise;
      if (at(times, i) >= moment && a < level && b >= level)
        return at(times, i - 1) + ((level - a) / (b - a)) * (at(times, i) - at(times, i - 1));
    }
    return undefined;
  };
  const [low, half, high] = [crossing(0.3), crossing(0.5), crossing(0.7)];
  if (low === undefined || half === undefined || high === undefined) return undefined;
  return { delay: half - moment, timeConstant: Math.max(0, high - low) / ln(0.7 / 0.3) };
}

/** The first sample at a time or after it. */
export function firstAfter(times: Float64Array, time: number): number {
  let [low, high] = [0, times.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (at(times, middle) < time) low = middle + 1;
    else high = middle;
  }
  return low;
}
