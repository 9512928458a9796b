import { at } from '../../basics';
import { flutterOf, meanOf, quantileOf } from '../../signal';
import type { KeptStretch } from '../regimes';
import type { Ride } from '../ride';
import { type Doubt, doubtCode } from './doubts';
import { firstAfter } from './response';

/** What lambda shows that is no mixture. */
export type Signature = {
  readonly is: 'misses' | 'leak';
  readonly reads: number;
  readonly cruises: number;
  readonly flutter: number;
};

/** An engine that idles leaner than this misses: who reads it steady reads air that came in behind the valve. Ours, after the misfire limit of Heywood (1988), sec. 9.4.3. */
const LEANEST_IDLE = 1.12;
/** Leaner than its own cruise by this. Ours. */
const LEANER = 0.1;
/** A reading that flutters by more, from sample to sample, tells of cycles that miss: oxygen comes through unburned. Ours. */
const MISS_FLUTTER = 0.035;
const FEWEST = 20;

/**
 * The two signatures of a reading that is lean and no mixture, at little gas flow: steady and lean at idle, right under way (a leak lets air to the
 * sensor between its pulses), or fluttering (cycles that miss). Undefined where idle and cruise agree, or one is missing.
 */
export function signatureOf(
  ride: Ride,
  lambda: Float64Array,
  told: { readonly stretches: readonly KeptStretch[]; readonly doubts: Uint8Array },
): Signature | undefined {
  const idle = valuesIn(ride, lambda, { ...told, wanted: isSlow });
  const cruise = valuesIn(ride, lambda, {
    ...told,
    wanted: ({ regime }) => regime === 'cruiseLow' || regime === 'cruiseHigh',
  });
  if (idle.length < FEWEST || cruise.length < FEWEST) return undefined;
  const reads = quantileOf(idle, 0.5);
  const cruises = quantileOf(cruise, 0.5);
  const flutter = flutterOf(idle);
  if (flutter > MISS_FLUTTER && meanOf(idle) > cruises) return { is: 'misses', reads, cruises, flutter };
  if (reads > LEANEST_IDLE && reads - cruises > LEANER) return { is: 'leak', reads, cruises, flutter };
  return undefined;
}

/** Little gas passes here: the rest of the ride is believed. */
export function isSlow({ regime }: Pick<KeptStretch, 'regime'>): boolean {
  return regime === 'idle' || regime === 'justOffIdle';
}

function valuesIn(
  { times }: Ride,
  lambda: Float64Array,
  {
    stretches,
    doubts,
    wanted,
  }: { readonly stretches: readonly KeptStretch[]; readonly doubts: Uint8Array; wanted(stretch: KeptStretch): boolean },
): number[] {
  const out: number[] = [];
  for (const stretch of stretches) {
    if (!wanted(stretch) || stretch.leftOut || stretch.to - stretch.from < 2) continue;
    const end = firstAfter(times, stretch.to);
    for (let i = firstAfter(times, stretch.from + 1); i < end; i += 1) if (doubts[i] === 0) out.push(at(lambda, i));
  }
  return out;
}

/** Marks what a signature touches as not believed; the doubts are changed in place, by their owner. */
export function markDoubted(
  { times }: Ride,
  doubts: Uint8Array,
  told: { readonly stretches: readonly KeptStretch[]; readonly doubt: Doubt },
): void {
  for (const stretch of told.stretches) {
    if (!isSlow(stretch)) continue;
    const end = firstAfter(times, stretch.to);
    for (let i = firstAfter(times, stretch.from); i < end; i += 1)
      if (doubts[i] === 0) doubts[i] = doubtCode(told.doubt);
  }
}
