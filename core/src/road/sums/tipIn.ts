import { at } from '../../basics';
import { meanOf } from '../../signal';
import type { KeptStretch } from '../regimes';
import type { Ride } from '../ride';
import { delayAt, firstAfter, type Response } from '../sensor';

/** What lambda does when the throttle is opened quickly: how far it goes lean of where it settles, in the mean of so many openings. */
export interface TipIn {
  /** Lean above nought; rich below. */
  readonly spike: number;
  /** Standard deviation of the mean. */
  readonly deviation: number;
  readonly count: number;
}

/** A quick opening: by this share of the travel within so long, s. Ours. */
const OPENS_BY = 0.1;
const WITHIN_S = 0.4;
/** The spike is looked for so long after the gas can be seen, and what it settles to in the time after that, s. Ours. */
const SPIKE_S = 1;
const SETTLED_S = [1.4, 2.8] as const;
/** Leaner than this before it opens, the cylinder was starved on the overrun: that is no tip-in. Ours. */
const STARVED = 1.1;
/** From one opening to the next at least, s; and fewest that are told of. Ours. */
const APART_S = 3;
const FEWEST = 3;

/** Quick openings under power of one sensor's ride. Undefined without a throttle, and for too few of them. */
export function tipInOf(
  { ride, lambda, response }: { readonly ride: Ride; readonly lambda: Float64Array; readonly response: Response },
  stretches: readonly KeptStretch[],
): TipIn | undefined {
  const { times, opening, rpm, step } = ride;
  if (opening === undefined) return undefined;
  const ahead = Math.max(1, Math.round(WITHIN_S / step));
  const spikes: number[] = [];
  let last = Number.NEGATIVE_INFINITY;
  for (let i = 1; i + ahead < times.length; i += 1) {
    const time = at(times, i);
    const opens = at(opening, i + ahead) - at(opening, i) >= OPENS_BY && at(opening, i - 1) >= at(opening, i) - 0.01;
    if (!opens || time - last < APART_S || !pulls(stretches, time)) continue;
    last = time;
    const seen = time + delayAt(response, rpm?.[i]) - response.timeConstant;
    const between = (from: number, to: number) => lambda.subarray(firstAfter(times, from), firstAfter(times, to));
    const spike = spikeOf(
      between(seen - 0.5, seen),
      between(seen, seen + SPIKE_S),
      between(seen + SETTLED_S[0], seen + SETTLED_S[1]),
    );
    if (spike !== undefined) spikes.push(spike);
  }
  if (spikes.length < FEWEST) return undefined;
  const spike = meanOf(spikes);
  const variance = spikes.reduce((sum, value) => sum + (value - spike) ** 2, 0) / (spikes.length - 1);
  return { spike, deviation: Math.sqrt(variance / spikes.length), count: spikes.length };
}

/** Whether the engine pulls from a little after a moment on, for as long as it is looked at. */
function pulls(stretches: readonly KeptStretch[], time: number): boolean {
  const under = stretches.find(({ from, to }) => from <= time + 1 && to > time + 1);
  const powers =
    under?.regime === 'rollOn' ||
    under?.regime === 'fullLoad' ||
    under?.regime === 'cruiseHigh' ||
    under?.regime === 'cruiseLow';
  return powers && under.to > time + SETTLED_S[0] + 0.6;
}

/** The furthest that three samples together go from where lambda settles, with their sign. */
function spikeOf(before: Float64Array, during: Float64Array, settled: Float64Array): number | undefined {
  if (before.length === 0 || during.length < 3 || settled.length === 0) return undefined;
  const base = meanOf(settled);
  if (!(meanOf(before) < STARVED) || Number.isNaN(base) || base > STARVED) return undefined;
  let furthest = 0;
  for (let i = 0; i + 2 < during.length; i += 1) {
    const off = (at(during, i) + at(during, i + 1) + at(during, i + 2)) / 3 - base;
    if (Math.abs(off) > Math.abs(furthest)) furthest = off;
  }
  return furthest;
}
