import type { Setup } from '../setup';
import type { SignalReading } from './steadyReading';

/** A four-stroke whose cycles differ by more than this, kPa, misfires. Ours: sound idles on the practice engine show 0.05 to 0.2, one miss in eight 0.3 and more. */
const MISFIRES = 0.25;

/** How much the gauges flutter: the most of the steady channels, and whether it suggests a misfire. */
export interface Flutter {
  readonly kPa: number;
  /** A two-stroke fires now and then at idle and flutters by itself. */
  readonly misfires: boolean;
}

/** Undefined where no cycles are seen. */
export function flutterSeen(setup: Setup, { channels }: SignalReading): Flutter | undefined {
  const seen = channels.filter(({ state, flutter }) => state.kind === 'steady' && Number.isFinite(flutter));
  if (seen.length === 0) return undefined;
  const kPa = Math.max(...seen.map(({ flutter }) => flutter));
  return { kPa, misfires: setup.engine.strokes === 4 && kPa > MISFIRES };
}

/** Whether a reading can say anything about balance: two throats or more that are steady. */
export function canCompare(setup: Setup, { channels }: SignalReading): boolean {
  const usable = channels.filter(
    ({ throat, state }) => state.kind === 'steady' && setup.throats.some(({ id }) => id === throat),
  );
  return usable.length >= Math.min(2, setup.throats.length);
}
