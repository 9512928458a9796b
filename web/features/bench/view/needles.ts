import { type Belief, signalComparison, type ThroatComparison } from '@amber-needle/core/belief';
import type { LiveView } from '@/workers/signalProtocol';

/** One throat on the fan. */
export type Needle = ThroatComparison;

/** Needles from the live signal: the long reading once it is steady, the last moment before that. */
export function liveNeedles(belief: Belief, live: LiveView): readonly Needle[] {
  return signalComparison(belief, live.reading.phase === 'steady' ? live.reading : live.now);
}
