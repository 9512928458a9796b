import { studentFactor } from '../../signal';
import { NINE_IN_TEN } from '../words';
import type { Unit } from './units';

/** Lambda of a regime: its mean over time, and how far the mean of many such rides may lie from it. */
export interface RegimeMean {
  readonly lambda: number;
  /** Half of the interval that holds nine in ten. */
  readonly interval90: number;
  /** Standard deviation of the mean, for sums. */
  readonly deviation: number;
  readonly seconds: number;
  readonly pieces: number;
}

/**
 * How much pieces of one regime differ by themselves, at a stand and under power, where openings differ too; and as how many pieces this counts: a single
 * stretch is not certain. Ours.
 */
const USUAL_SPREAD = { slow: 0.009, power: 0.014 } as const;
const USUAL_COUNTS = 2;
/**
 * The time-weighted mean of pieces that each are one draw, whatever happened within: their spread, and not that of the samples, gives the doubt.
 * Ratio estimator over clusters: Cochran, Sampling Techniques (1977), sec. 6.3 and 9.3 (from memory), with a little of what is usual mixed in.
 * Undefined for no pieces.
 */
export function regimeMean(units: readonly Pick<Unit, 'regime' | 'lambda' | 'seconds'>[]): RegimeMean | undefined {
  const [first] = units;
  const seconds = units.reduce((sum, unit) => sum + unit.seconds, 0);
  if (first === undefined) return undefined;
  const usual = USUAL_SPREAD[first.regime === 'idle' || first.regime === 'justOffIdle' ? 'slow' : 'power'];
  if (!(seconds > 0)) return undefined;
  const lambda = units.reduce((sum, unit) => sum + unit.seconds * unit.lambda, 0) / seconds;
  const squares = units.reduce((sum, unit) => sum + unit.seconds ** 2, 0);
  const worth = seconds ** 2 / squares;
  const scatter = units.reduce((sum, unit) => sum + unit.seconds * (unit.lambda - lambda) ** 2, 0) / seconds;
  // Shares of the scatter that the mean itself took away are given back.
  const spread = (worth * scatter + USUAL_COUNTS * usual ** 2) / (worth - 1 + USUAL_COUNTS);
  const deviation = Math.sqrt(spread / worth);
  return {
    lambda,
    deviation,
    interval90: studentFactor(worth - 1 + USUAL_COUNTS, NINE_IN_TEN) * deviation,
    seconds,
    pieces: units.length,
  };
}
