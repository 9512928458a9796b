import { type KnownGauges, signalComparison, type ThroatComparison } from '@amber-needle/core/belief';
import type { LiveView } from '@/workers/signalProtocol';

/** One throat on the fan. */
export type Needle = ThroatComparison;

/** Needles from the live signal: the long reading once it is steady, the last moment before that. */
export function liveNeedles(gauges: KnownGauges, live: LiveView): readonly Needle[] {
  return signalComparison(gauges, live.reading.phase === 'steady' ? live.reading : live.now);
}
