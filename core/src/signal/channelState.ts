import { extremesOf } from '../basics';

/** What a channel is good for, with the reason where it is not. */
export type ChannelState =
  | { readonly kind: 'settling' }
  | { readonly kind: 'steady' }
  | { readonly kind: 'lost' }
  | { readonly kind: 'clipped' }
  | {
      readonly kind: 'implausible';
      readonly because: 'looksAbsolute' | 'stuck' | 'reversed' | 'flatWhileOthersPulse' | 'outOfRange';
    };

interface ChannelFacts {
  readonly samples: readonly number[];
  readonly expected: number;
  readonly mean: number;
  readonly pulse: number;
  readonly strongestPulse: number;
}

/** Fewer samples than this share of those due: the channel is lost. */
const FEWEST_SHARE = 0.5;
/** More samples than this share at the very same extreme, on a channel that swings: its top is cut off. Ours. */
const CLIPPED_SHARE = 0.05;
const SMALLEST_SWING = 2;
/** No throttled engine idles with less than 15 kPa in its runner; near ambient it is an absolute figure. kPa, ours. */
const HIGHEST_DEPRESSION = 85;
const NEAR_AMBIENT = [90, 108] as const;
const LOWEST_DEPRESSION = -15;
/** The mean of a runner behind a throttle is never above ambient by more than offsets, kPa: if it pulses there, its sign is turned round. */
const LEAST_OF_A_RUNNER = -3;
/** A channel that swings by less than this share of the strongest one is not connected to its runner. */
const FLAT_SHARE = 0.03;

/** Names the state of a channel from plain facts about a stretch of it; drift is judged by the caller. */
export function judgeChannel(facts: ChannelFacts): ChannelState {
  const { samples, expected, mean, pulse, strongestPulse } = facts;
  if (samples.length === 0 || samples.length < FEWEST_SHARE * expected) return { kind: 'lost' };
  if (pulse < SMALLEST_SWING && mean > NEAR_AMBIENT[0] && mean < NEAR_AMBIENT[1]) {
    return { kind: 'implausible', because: 'looksAbsolute' };
  }
  const extremes = extremesOf(samples);
  // The very same figure throughout: a live sensor's last digit is never at rest.
  const isStuck = extremes.low === extremes.high;
  if (strongestPulse > SMALLEST_SWING && isStuck) return { kind: 'implausible', because: 'stuck' };
  if (pulse > SMALLEST_SWING && mean < LEAST_OF_A_RUNNER) return { kind: 'implausible', because: 'reversed' };
  if (strongestPulse > SMALLEST_SWING && pulse < FLAT_SHARE * strongestPulse) {
    return { kind: 'implausible', because: 'flatWhileOthersPulse' };
  }
  if (mean > HIGHEST_DEPRESSION || mean < LOWEST_DEPRESSION) return { kind: 'implausible', because: 'outOfRange' };
  return isClipped(samples, extremes) ? { kind: 'clipped' } : { kind: 'steady' };
}

function isClipped(samples: readonly number[], { low, high }: ReturnType<typeof extremesOf>): boolean {
  if (high - low < SMALLEST_SWING) return false;
  let [atLow, atHigh] = [0, 0];
  for (const value of samples) {
    if (value === low) atLow += 1;
    else if (value === high) atHigh += 1;
  }
  return Math.max(atLow, atHigh) > CLIPPED_SHARE * samples.length;
}
