import type { Job } from '../job';
import { decidingQuantity } from '../setup';
import { seconds } from '../units';
import type { Advice } from './advice';

/** An advice before its grounds are put to it. */
export type BareAdvice = Bare<Advice>;
type Bare<A> = A extends unknown ? Omit<A, 'grounds'> : never;

/** Belief needed before the work counts as done. */
export const DONE_PROBABILITY = 0.95;
/** How long a reading is held. */
export const READ_FOR = seconds(8);
/** So many readings of an untouched engine tell all that readings can. */
export const READ_OUT = 4;

/** Nothing of the gauges themselves stands between the throats. */
export function gaugesKnown({ setup, gaugesZeroed, oneGauge }: Job): boolean {
  return gaugesZeroed || oneGauge || decidingQuantity(setup) === 'airflow';
}

/** How often the engine has been read since anything on it was touched. */
export function readingsSinceTouch({ setup, readings, airflows, touchedAt }: Job): number {
  const taken = decidingQuantity(setup) === 'airflow' ? airflows : readings;
  return taken.filter(({ seq }) => seq > touchedAt).length;
}
