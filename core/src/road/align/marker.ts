import { at } from '../../basics';
import { quantileOf } from '../../signal';
import { RUNNING_RPM } from '../regimes/grid';
import type { Ride } from '../ride';

/** Quick bursts at a stand by which runs are lined up. */
export interface Marker {
  /** When the first burst begins, s. */
  readonly at: number;
  /** Standard deviation of that moment, s. */
  readonly deviation: number;
  readonly bursts: number;
  readonly by: 'throttle' | 'speed' | 'hand';
}

/** So many bursts make a marker, no further apart than this, s. common practice, no source: a few quick ones. */
const FEWEST = 3;
const FURTHEST_S = 2.5;
/** A hand takes no longer to open, s. Ours. */
const LONGEST_S = 0.5;
/** A burst rises by this: of the throttle's travel, or of the idle's speed. Ours. */
const OPENS_BY = 0.07;
const SPEEDS_BY = 0.45;
/** m/s: slower is a stand. */
const STANDS = 1.5;
/** A hand's first movement is no step: how well its beginning is told, s. Ours. */
const HAND_S = 0.02;

/** Every run of quick bursts in a ride, in order: by the throttle where it was logged, else by the engine's speed. */
export function markersOf(ride: Ride): readonly Marker[] {
  const by = ride.opening === undefined ? 'speed' : 'throttle';
  const values = ride.opening ?? ride.rpm;
  if (values === undefined || values.length === 0) return [];
  const idle = idleOf(ride.rpm);
  const base = by === 'throttle' ? 0 : idle;
  const rise = by === 'throttle' ? OPENS_BY : SPEEDS_BY * base;
  const deviation = Math.hypot(HAND_S, ride.step / Math.sqrt(12), by === 'speed' ? RISING_S : 0);
  return groupsOf(burstsIn(ride.times, values, rise))
    .filter((group) => group.length >= FEWEST && standsBefore(ride, at(group, 0), idle))
    .map((group) => ({
      at: onsetOf(ride.times, values, { burst: at(group, 0), base }),
      deviation,
      bursts: group.length,
      by,
    }));
}

/** An engine's speed follows the hand late: how well its onset tells the hand's, s. Ours. */
const RISING_S = 0.03;
/** Bursts begin from the idle: no further above it than this. */
const IDLES = 1.35;

/** One rise and fall: samples of its foot and its peak, and when it peaked. */
interface Burst {
  readonly foot: number;
  readonly peak: number;
  readonly time: number;
}

/** Rises by so much and falls by as much again, one after another: what moves by less is play. */
function burstsIn(times: Float64Array, values: Float64Array, rise: number): readonly Burst[] {
  const out: Burst[] = [];
  let [foot, peak, rising] = [0, 0, false];
  for (let i = 1; i < values.length; i += 1) {
    const value = at(values, i);
    if (Number.isNaN(value)) continue;
    if (!rising) {
      // The last of equal lows is the foot: a hand that waits has not begun.
      if (!(value > at(values, foot))) foot = i;
      else if (value - at(values, foot) >= rise) [rising, peak] = [true, i];
    } else if (value > at(values, peak)) peak = i;
    else if (at(values, peak) - value >= rise) {
      out.push({ foot, peak, time: at(times, peak) });
      [rising, foot] = [false, i];
    }
  }
  return out;
}

/** Whether a run of bursts begins at a stand, with the engine idling. */
function standsBefore({ rpm, roadSpeed }: Ride, { foot }: Burst, idle: number): boolean {
  const turns = rpm?.[foot] ?? Number.NaN;
  return !(turns > IDLES * idle) && !((roadSpeed?.[foot] ?? 0) > STANDS);
}

/** Where the steepest part of a rise, drawn on backwards, meets the base. */
function onsetOf(times: Float64Array, values: Float64Array, { burst, base }: { burst: Burst; base: number }): number {
  let [steepest, where] = [0, burst.peak];
  for (let i = burst.foot + 1; i <= burst.peak; i += 1) {
    const slope = (at(values, i) - at(values, i - 1)) / Math.max(1e-6, at(times, i) - at(times, i - 1));
    // The first that is nearly as steep as any: a hand that goes on opening begins no later.
    if (slope > 1.1 * steepest) [steepest, where] = [slope, i];
  }
  if (steepest <= 0) return at(times, burst.foot);
  const foot = at(times, where) - (at(values, where) - base) / steepest;
  return Math.min(at(times, where), Math.max(at(times, burst.foot) - LONGEST_S, foot));
}

function groupsOf(bursts: readonly Burst[]): readonly (readonly Burst[])[] {
  const groups: Burst[][] = [];
  for (const burst of bursts) {
    const group = groups.at(-1);
    const before = group?.at(-1);
    if (group !== undefined && before !== undefined && burst.time - before.time <= FURTHEST_S) group.push(burst);
    else groups.push([burst]);
  }
  return groups;
}

/** The speed that bursts rise from and fall back to: what the engine idles at. */
function idleOf(rpm: Float64Array | undefined): number {
  const running = (rpm ?? new Float64Array()).filter((value) => value > RUNNING_RPM);
  return running.length === 0 ? Number.NaN : quantileOf(running, 0.05);
}
