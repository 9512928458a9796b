import { at } from '../basics';
import type { EvenWindow } from './grid';
import { cyclePeriod } from './period';
import { meanOf, quantileOf, swingOf } from './statistics';

/** Cycles found in a window: where they begin and what each channel's mean was over each. */
export interface Cycles {
  readonly period: number;
  /** Begin of each whole cycle and the end of the last, s. */
  readonly bounds: readonly number[];
  /** One mean a cycle, kPa, for each channel; undefined for a channel without samples. */
  readonly means: readonly (readonly number[] | undefined)[];
  /** Peak to peak pulse of each channel, kPa, median over cycles. */
  readonly pulses: readonly (number | undefined)[];
}

/** A cycle this much longer or shorter than the period was cut wrong, or missed. */
const SHORTEST_SHARE = 0.6;
const LONGEST_SHARE = 1.5;

/** How far below its mean a channel must have been before it can rise through it again, as a share of its usual depth. */
const DEAD_BAND = 0.4;

/**
 * Finds engine cycles: the period from all channels, the bounds where the strongest channel rises through its mean. All channels
 * share the bounds, so that their means stand on the same stretch of time. Undefined when nothing repeats.
 */
export function findCycles(window: EvenWindow): Cycles | undefined {
  const period = cyclePeriod(window);
  const lead = strongest(window.channels);
  if (period === undefined || lead === undefined) return undefined;
  const crossings = risingCrossings(lead, 0.6 * (period / window.step));
  const bounds = crossings.filter((bound, i) => {
    const length = (bound - (crossings[i - 1] ?? Number.NaN)) * window.step;
    const next = ((crossings[i + 1] ?? Number.NaN) - bound) * window.step;
    return within(length, period) || within(next, period);
  });
  if (bounds.length < 3) return undefined;
  return {
    period,
    bounds: bounds.map((index) => window.start + index * window.step),
    means: window.channels.map((channel) => channel && cycleMeans(channel, bounds)),
    pulses: window.channels.map((channel) => channel && medianPulse(channel, bounds)),
  };
}

function within(length: number, period: number): boolean {
  return length > SHORTEST_SHARE * period && length < LONGEST_SHARE * period;
}

function strongest(channels: EvenWindow['channels']): Float64Array | undefined {
  return channels
    .filter((channel) => channel !== undefined)
    .reduce<Float64Array | undefined>(
      (best, c) => (best === undefined || swingOf(c) > swingOf(best) ? c : best),
      undefined,
    );
}

/**
 * Places, in fractions of a grid step, where a channel rises through its mean after having been well below it. The dead band keeps
 * noise at the crossing from cutting one cycle in two; `apart` is the least distance of two crossings.
 */
function risingCrossings(channel: Float64Array, apart: number): number[] {
  const mean = meanOf(channel);
  const below = mean - DEAD_BAND * (mean - quantileOf(channel, 0.05));
  const crossings: number[] = [];
  let armed = false;
  for (let i = 1; i < channel.length; i += 1) {
    const before = at(channel, i - 1);
    const here = at(channel, i);
    if (before < below) armed = true;
    if (!armed || before >= mean || here < mean) continue;
    const place = i - 1 + (mean - before) / (here - before);
    if (place - (crossings.at(-1) ?? Number.NEGATIVE_INFINITY) > apart) crossings.push(place);
    armed = false;
  }
  return crossings;
}

/** Mean over each cycle by the trapezoid rule, with the cut steps at either end taken in part. */
function cycleMeans(channel: Float64Array, bounds: readonly number[]): number[] {
  const integral = new Float64Array(channel.length);
  // Over every sample of every channel several times a second: plain indices, which are within.
  for (let i = 1; i < channel.length; i += 1)
    integral[i] = (integral[i - 1] ?? 0) + ((channel[i] ?? 0) + (channel[i - 1] ?? 0)) / 2;
  const upTo = (place: number) => {
    const i = Math.min(Math.floor(place), channel.length - 2);
    const share = place - i;
    const left = at(channel, i);
    return at(integral, i) + share * (left + (share * (at(channel, i + 1) - left)) / 2);
  };
  return bounds.slice(1).map((end, i) => (upTo(end) - upTo(at(bounds, i))) / (end - at(bounds, i)));
}

function medianPulse(channel: Float64Array, bounds: readonly number[]): number {
  const swings = bounds.slice(1).map((end, i) => swingOf(channel.subarray(Math.floor(at(bounds, i)), Math.ceil(end))));
  return swings.length === 0
    ? 0
    : at(
        [...swings].sort((a, b) => a - b),
        Math.floor(swings.length / 2),
      );
}

/** Mean cycle time over the whole stretch and its standard uncertainty, s. */
export function meanCycleTime({ bounds }: Cycles): { readonly mean: number; readonly uncertainty: number } {
  const times = bounds.slice(1).map((end, i) => end - at(bounds, i));
  const mean = meanOf(times);
  const spread = Math.sqrt(times.reduce((sum, t) => sum + (t - mean) ** 2, 0) / Math.max(1, times.length - 1));
  return { mean, uncertainty: spread / Math.sqrt(times.length) };
}
