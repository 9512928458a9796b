import type { Job } from '../job';
import { decidingQuantity } from '../setup';
import { seconds } from '../units';

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
