import type { Job } from '../job';
import { type Adjuster, decidingQuantity } from '../setup';
import { seconds, type Turns } from '../units';
import type { Advice } from './advice';

/** An advice before its grounds are put to it. */
export type BareAdvice = Bare<Advice>;
type Bare<A> = A extends unknown ? Omit<A, 'grounds'> : never;

/** A screw and how far to turn it. */
export interface PlannedTurn {
  readonly adjuster: Adjuster;
  readonly turns: Turns;
}

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

/**
 * Whether a turn would take a screw to and fro once more: its last two turns were the last of all, one each way, and this is no finer.
 * What they did not settle another will not.
 */
export function isToAndFro({ moves }: Job, { adjuster, turns }: PlannedTurn): boolean {
  const [before, last] = moves.slice(-2);
  if (before?.adjuster !== adjuster.id || last?.adjuster !== adjuster.id) return false;
  const finer = Math.abs(turns) <= Math.abs(last.turns) / 2;
  return !finer && before.turns * last.turns < 0 && last.turns * turns < 0;
}

/** How often the engine has been read since anything on it was touched. */
export function readingsSinceTouch({ setup, readings, airflows, touchedAt }: Job): number {
  const taken = decidingQuantity(setup) === 'airflow' ? airflows : readings;
  return taken.filter(({ seq }) => seq > touchedAt).length;
}
