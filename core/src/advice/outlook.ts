import { at } from '../basics';
import type { ScrewSet } from './screwSets';

/**
 * How many moves a state still needs when its screws' effects are known but for what is written here. Inner loops on typed arrays,
 * scratch space reused.
 */
export interface Outlook {
  /** Expected moves from this error vector on; `best` then holds the set that needs them. */
  moves(errors: Float64Array, state: StateGains, doubts: Float64Array): number;
  /** The set that `moves` found best last, and how far each of its screws goes (log airflow). */
  readonly best: { set: ScrewSet | undefined; readonly movement: Float64Array };
}

/** Of one possible state: log airflow a turn of each free screw, what room it has, and how far its idle may be off. */
export interface StateGains {
  readonly gains: Float64Array;
  readonly roomOut: Float64Array;
  readonly roomIn: Float64Array;
  readonly speedAllowed: number;
}

/** Share of the tolerances to aim within, so that readings can show it with confidence. Ours. */
export const INNER = 0.7;
/** Doubt of a landing that is still safe, in half tolerances. Ours: with others' errors added a landing within this needs no second move. */
const LANDING = 0.5;
/**
 * A set that leaves more than is allowed, or lacks the room to go that far, counts as more than every screw turned twice, and then
 * the more the further it is off: for each tolerance, up to so many, and for each turn that is missing.
 */
const SHORT_BY_ONE = 3;
const MOST_SHORT = 20;
const MISSING_TURN = 2;

/** `dimensions`: the parts of an error vector, one for each throat and the idle. There may be no screw at all. */
export function createOutlook(
  sets: readonly ScrewSet[],
  directions: readonly Float64Array[],
  dimensions: number,
): Outlook {
  const throats = dimensions - 1;
  const left = new Float64Array(dimensions);
  const movement = new Float64Array(directions.length);
  const best: { set: ScrewSet | undefined; readonly movement: Float64Array } = {
    set: undefined,
    movement: new Float64Array(directions.length),
  };
  // What one unit of a screw's movement does to the spread or the speed, whichever is more.
  const reach = directions.map((direction) => direction.reduce((most, value) => Math.max(most, Math.abs(value)), 0));

  const fallsShort = 2 * directions.length + 2;

  /** How far beyond what is allowed the rest is: 0 within. */
  function shortfall(set: ScrewSet, errors: Float64Array, speedAllowed: number): number {
    product(set.left, errors, left);
    let low = Number.POSITIVE_INFINITY;
    let high = Number.NEGATIVE_INFINITY;
    for (let i = 0; i < throats; i += 1) {
      const value = left[i] ?? 0;
      if (value < low) low = value;
      if (value > high) high = value;
    }
    const spread = (high - low) / 2;
    const speed = Math.abs(left[throats] ?? 0) / speedAllowed;
    const worst = Math.max(spread, speed) / INNER;
    return worst <= 1 ? 0 : worst - 1;
  }

  /** Moves that a set needs, as far as that is below `least`. */
  // biome-ignore lint/complexity/useMaxParams: called for every set of screws at every state, so nothing is made for a call
  function cost(set: ScrewSet, errors: Float64Array, state: StateGains, doubts: Float64Array, least: number): number {
    const short = shortfall(set, errors, state.speedAllowed);
    let sum = short === 0 ? 0 : fallsShort + SHORT_BY_ONE * Math.min(MOST_SHORT, short);
    if (sum + set.screws.length >= least) return least;
    let missing = 0;
    if (set.screws.length > 0) product(set.solve, errors, movement);
    set.screws.forEach((screw, k) => {
      const amount = movement[k] ?? 0;
      const turns = amount / (state.gains[screw] ?? 1);
      missing += Math.max(0, -turns - (state.roomOut[screw] ?? 0), turns - (state.roomIn[screw] ?? 0));
      sum += 1 + missChance(Math.abs(amount) * at(reach, screw) * (doubts[screw] ?? 0));
    });
    if (missing > 0) sum += (short === 0 ? fallsShort : 0) + MISSING_TURN * missing;
    return sum;
  }

  return {
    best,
    moves(errors, state, doubts) {
      let least = Number.POSITIVE_INFINITY;
      for (const set of sets) {
        if (set.screws.length >= least) break;
        const sum = cost(set, errors, state, doubts, least);
        if (sum >= least) continue;
        least = sum;
        best.set = set;
        best.movement.set(movement);
      }
      return least;
    },
  };
}

/** result = matrix x vector. */
function product(matrix: Float64Array, vector: Float64Array, result: Float64Array): void {
  const n = vector.length;
  const rows = matrix.length / n;
  for (let i = 0; i < rows; i += 1) {
    let sum = 0;
    for (let j = 0; j < n; j += 1) sum += (matrix[i * n + j] ?? 0) * (vector[j] ?? 0);
    result[i] = sum;
  }
}

/**
 * Chance that a landing with this doubt (one standard deviation, half tolerances) needs a second move: that a normal variable lies
 * beyond LANDING. The tail 2(1 - Phi(z)) = exp(-0.717 z - 0.416 z^2), ours by fit, within 0.014 of the true one for every z.
 */
export function missChance(doubt: number): number {
  if (doubt <= 0) return 0;
  const z = LANDING / doubt;
  return Math.exp(-0.717 * z - 0.416 * z * z);
}
