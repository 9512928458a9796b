import { Matrix, pseudoInverse } from 'ml-matrix';
import { at, exp } from '../../basics';
import { studentFactor } from '../../signal';
import { type JudgedRegime, NINE_IN_TEN } from '../words';
import type { Unit } from './units';

/** How lambda differs from one cylinder to another in a regime, the second less the first. */
export interface Difference {
  readonly regime: JudgedRegime | 'all';
  readonly difference: number;
  readonly interval90: number;
  readonly deviation: number;
  /** Chance that it is one, and no play of the ride. */
  readonly chanceReal: number;
}

/** How the two were measured: by one sensor on two runs, by two at once, or by one in the collector, which tells nothing of cylinders. */
export type ComparedBy = 'oneSensor' | 'twoSensors';

/** The same sensor in another run, another hour: its own doubt. And two sensors: each reads by its own slope. Ours; the second is common practice. */
const OWN_DOUBT: Readonly<Record<ComparedBy, number>> = { oneSensor: 0.002, twoSensors: 0.012 };
/** How much cylinders that differ do: half do not. Ours. */
const USUAL_DIFFERENCE = 0.035;
/** How much pieces scatter by themselves, counted as so many of them. As for a mean. */
const USUAL_SPREAD = 0.012;
const USUAL_COUNTS = 2;
/** What lambda changes with the opening and with the logarithm of engine speed, as a standard deviation: what is known before. Ours. */
const SLOPE_OPENING = 0.15;
const SLOPE_SPEED = 0.06;

/**
 * The difference in one regime, like with like: pieces of both rides are laid on one plane over opening and engine speed, so that a run that was ridden
 * otherwise does not pass for another mixture. Undefined where one of the two has nothing.
 */
export function differenceIn(
  regime: JudgedRegime,
  [first, second]: readonly [readonly Unit[], readonly Unit[]],
  by: ComparedBy,
): Difference | undefined {
  const mine = first.filter((unit) => unit.regime === regime);
  const others = second.filter((unit) => unit.regime === regime);
  if (mine.length === 0 || others.length === 0) return undefined;
  const units = [...mine, ...others];
  const total = units.reduce((sum, { seconds }) => sum + seconds, 0);
  const middle = (of: (unit: Unit) => number) =>
    units.reduce((sum, unit) => sum + unit.seconds * (of(unit) || 0), 0) / total;
  const [opening, speed] = [middle((unit) => unit.opening), middle((unit) => unit.logRpm)];
  const row = (unit: Unit, i: number) => [
    1,
    i < mine.length ? 0 : 1,
    (unit.opening || opening) - opening,
    (unit.logRpm || speed) - speed,
  ];
  // What is known before stands in the same sums: a slope within what is usual, weighed by the scatter of a piece.
  const spread = USUAL_SPREAD ** 2;
  const rows = units.map(row);
  const weights = units.map(({ seconds }) => (seconds * units.length) / total);
  const normal = Matrix.zeros(4, 4);
  const right = Matrix.zeros(4, 1);
  rows.forEach((x, i) => {
    for (let a = 0; a < 4; a += 1) {
      for (let b = 0; b < 4; b += 1) normal.set(a, b, normal.get(a, b) + at(weights, i) * at(x, a) * at(x, b));
      right.set(a, 0, right.get(a, 0) + at(weights, i) * at(x, a) * at(units, i).lambda);
    }
  });
  normal.set(2, 2, normal.get(2, 2) + spread / SLOPE_OPENING ** 2);
  normal.set(3, 3, normal.get(3, 3) + spread / SLOPE_SPEED ** 2);
  const inverse = pseudoInverse(normal);
  const solved = inverse.mmul(right);
  let scatter = 0;
  rows.forEach((x, i) => {
    const fitted = x.reduce((sum, value, k) => sum + value * solved.get(k, 0), 0);
    scatter += at(weights, i) * (at(units, i).lambda - fitted) ** 2;
  });
  const worth = worthOf(mine) + worthOf(others);
  const variance = ((worth / units.length) * scatter + USUAL_COUNTS * spread) / (Math.max(0, worth - 2) + USUAL_COUNTS);
  const each = variance * (1 / worthOf(mine) + 1 / worthOf(others));
  const planned = variance * Math.max(0, inverse.get(1, 1));
  const deviation = Math.sqrt(Math.max(each, planned) + OWN_DOUBT[by] ** 2);
  return told(regime, solved.get(1, 0), { deviation, freedom: Math.max(0, worth - 2) + USUAL_COUNTS });
}

/** As many pieces of one length as pieces of these lengths are worth. */
function worthOf(units: readonly Unit[]): number {
  const sum = units.reduce((total, { seconds }) => total + seconds, 0);
  return (sum * sum) / units.reduce((total, { seconds }) => total + seconds ** 2, 0);
}

/** The difference that all regimes have in common. Undefined for none. */
export function differenceOverAll(differences: readonly Difference[], by: ComparedBy): Difference | undefined {
  if (differences.length === 0) return undefined;
  // What the sensor itself may err by is one error in all of them.
  const own = OWN_DOUBT[by] ** 2;
  const weights = differences.map(({ deviation }) => 1 / Math.max(1e-8, deviation ** 2 - own));
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  const mean = differences.reduce((sum, { difference }, i) => sum + at(weights, i) * difference, 0) / total;
  const within = differences.reduce((sum, { difference }, i) => sum + at(weights, i) * (difference - mean) ** 2, 0);
  // Regimes that disagree by more than their doubt tell that nothing common is known better.
  const apart = Math.max(1, within / Math.max(1, differences.length - 1));
  return told('all', mean, { deviation: Math.sqrt(apart / total + own), freedom: 4 * differences.length });
}

function told(
  regime: Difference['regime'],
  difference: number,
  doubt: { readonly deviation: number; readonly freedom: number },
): Difference {
  const widened = (studentFactor(doubt.freedom) / studentFactor(Number.POSITIVE_INFINITY)) * doubt.deviation;
  return {
    regime,
    difference,
    deviation: doubt.deviation,
    interval90: studentFactor(doubt.freedom, NINE_IN_TEN) * doubt.deviation,
    chanceReal: chanceOf(difference, widened),
  };
}

/** Half of all pairs do not differ, the others by what is usual: which of the two the figure speaks for (Bayes' rule). */
function chanceOf(difference: number, deviation: number): number {
  const density = (variance: number) => exp((-0.5 * difference ** 2) / variance) / Math.sqrt(variance);
  const none = density(deviation ** 2);
  const some = density(deviation ** 2 + USUAL_DIFFERENCE ** 2);
  return some / (some + none);
}
