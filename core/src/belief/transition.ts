import type { Matrix } from 'ml-matrix';
import { at } from '../basics';
import type { Belief } from './belief';
import { symmetric } from './update';

/** A direction in the state: places and how far each goes. */
export type Way = ReadonlyMap<number, number>;

/**
 * A change of the state that leaves most of it alone: x becomes x + shift, with slopes (I + E) there, and some doubt is added. Mutable
 * until it is applied. Source: Saerkkae, Bayesian Filtering and Smoothing (2013), algorithm 5.4, prediction step.
 */
export class Transition {
  readonly #shifts = new Map<number, number>();
  /** Rows of E that are not all zero. */
  readonly #slopes = new Map<number, Map<number, number>>();
  readonly #doubts: { readonly way: Way; readonly variance: number }[] = [];

  /** Moves a part of the state. */
  shift(place: number, by: number): this {
    this.#shifts.set(place, (this.#shifts.get(place) ?? 0) + by);
    return this;
  }

  /** A part's new value changes by so much more for each unit of another part (or of itself) than it did. */
  slope(place: number, by: number, value: number): this {
    const row = this.#slopes.get(place) ?? new Map<number, number>();
    row.set(by, (row.get(by) ?? 0) + value);
    this.#slopes.set(place, row);
    return this;
  }

  /** Adds doubt along a direction: what moves several parts together. */
  doubtAlong(way: Way, variance: number): this {
    this.#doubts.push({ way, variance });
    return this;
  }

  /** Adds doubt to one part alone. */
  widen(place: number, variance: number): this {
    return this.doubtAlong(new Map([[place, 1]]), variance);
  }

  apply<B extends Pick<Belief, 'mean' | 'covariance'>>(belief: B): B {
    const covariance = this.#propagated(belief.covariance);
    for (const { way, variance } of this.#doubts) addAlong(covariance, way, variance);
    const mean = [...belief.mean];
    for (const [place, by] of this.#shifts) mean[place] = at(mean, place) + by;
    return { ...belief, mean, covariance: symmetric(covariance) };
  }

  /** (I + E) P (I + E)': rows of which E has nothing are left as they are. */
  #propagated(covariance: Matrix): Matrix {
    const n = covariance.rows;
    const left = covariance.clone();
    for (const [row, slope] of this.#slopes)
      for (const [k, share] of ordered(slope))
        for (let j = 0; j < n; j += 1) left.set(row, j, left.get(row, j) + share * covariance.get(k, j));
    const both = left.clone();
    for (const [row, slope] of this.#slopes)
      for (const [k, share] of ordered(slope))
        for (let i = 0; i < n; i += 1) both.set(i, row, both.get(i, row) + share * left.get(i, k));
    return both;
  }
}

/** By place, so that sums come out the same in whatever order slopes were told. */
function ordered(slope: ReadonlyMap<number, number>): readonly (readonly [number, number])[] {
  return [...slope].filter(([, share]) => share !== 0).sort(([a], [b]) => a - b);
}

/** Adds the doubt of one direction to a covariance made for it. */
function addAlong(covariance: Matrix, way: Way, variance: number): void {
  const places = ordered(way);
  for (const [i, a] of places)
    for (const [j, b] of places) covariance.set(i, j, covariance.get(i, j) + a * b * variance);
}
