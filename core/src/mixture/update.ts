import { CholeskyDecomposition, inverse, Matrix } from 'ml-matrix';
import { at } from '../basics';
import { symmetric } from '../belief/update';
import type { MixtureState } from './belief';

/** Places of the state and how far each counts. */
export type Direction = ReadonlyMap<number, number>;

/** Steps of the grid on which one figure is weighed, and how many standard deviations it reaches. */
const STEPS = 121;
const REACH = 5;

/**
 * The state after evidence about one figure `value + direction x (x - mean)`: whatever its likelihood, the figure's own normal density is multiplied with
 * it on a grid and its first two moments are kept; what hangs together with the figure follows. Source: assumed density filtering, Saerkkae
 * (2013), sec. 6.3 (moment matching). Exact for a normal likelihood (tested).
 * `logLikelihood` is of the figure itself; returns also the logarithm of how probable the evidence was.
 */
export function weigh(
  state: MixtureState,
  { value, direction }: { readonly value: number; readonly direction: Direction },
  logLikelihood: (figure: number) => number,
): { readonly state: MixtureState; readonly logEvidence: number } {
  const column = along(state.covariance, direction);
  const variance = Math.max(1e-12, dot(direction, column));
  const deviation = Math.sqrt(variance);
  const density = (z: number) => -0.5 * z * z + logLikelihood(value + deviation * z);
  const found = momentsOf(density);
  if (found === undefined) return { state, logEvidence: -1e6 };
  const { mean, logEvidence } = found;
  const left = Math.max(1e-6, found.variance);
  const gain = column.map((c) => c / variance);
  return {
    state: {
      mean: state.mean.map((m, i) => m + at(gain, i) * mean * deviation),
      covariance: shrunk(state.covariance, gain, variance * (1 - left)),
    },
    logEvidence,
  };
}

/** The grid is laid anew about what the last one found, for a sharp likelihood falls between the steps of a wide one. */
const LAYINGS = 3;

function momentsOf(logDensity: (z: number) => number) {
  let [middle, reach] = [0, REACH];
  let found: { readonly mean: number; readonly variance: number; readonly logEvidence: number } | undefined;
  for (let laying = 0; laying < LAYINGS; laying += 1) {
    const step = (2 * reach) / (STEPS - 1);
    const points = Array.from({ length: STEPS }, (_, i) => middle - reach + i * step);
    const logs = points.map(logDensity);
    const largest = Math.max(...logs);
    if (!Number.isFinite(largest)) return found;
    let [sum, first, second] = [0, 0, 0];
    points.forEach((z, i) => {
      const weight = Math.exp(at(logs, i) - largest);
      sum += weight;
      first += weight * z;
      second += weight * z * z;
    });
    const mean = first / sum;
    const variance = second / sum - mean * mean;
    found = { mean, variance, logEvidence: largest + Math.log((sum * step) / Math.sqrt(2 * Math.PI)) };
    middle = mean;
    reach = Math.min(reach, 6 * Math.sqrt(variance) + 3 * step);
  }
  return found;
}

/** Variance of a direction, and its covariance with every part of the state. */
export function varianceAlong(covariance: Matrix, direction: Direction): number {
  return Math.max(0, dot(direction, along(covariance, direction)));
}

/** The state after a few figures of it are known to have these moments instead of their own. */
export function withMoments(
  state: MixtureState,
  figures: readonly Direction[],
  moments: { readonly mean: readonly number[]; readonly covariance: Matrix },
): MixtureState {
  const all = state.covariance;
  const across = Matrix.zeros(all.rows, figures.length);
  figures.forEach((figure, column) => {
    along(all, figure).forEach((value, row) => {
      across.set(row, column, value);
    });
  });
  const block = blockOf(all, figures);
  const gain = across.mmul(inverse(block));
  const moved = Matrix.columnVector(figures.map((figure, i) => at(moments.mean, i) - dot(figure, state.mean)));
  const change = gain.mmul(moved).to1DArray();
  const covariance = Matrix.sub(all, gain.mmul(Matrix.sub(block, moments.covariance)).mmul(gain.transpose()));
  return { mean: state.mean.map((m, i) => m + at(change, i)), covariance: symmetric(covariance) };
}

/** A square root of the covariance of some figures: lower triangle. */
export function rootOf(covariance: Matrix, figures: readonly Direction[]): Matrix {
  const block = blockOf(covariance, figures);
  for (let i = 0; i < block.rows; i += 1) block.set(i, i, block.get(i, i) + 1e-10);
  return new CholeskyDecomposition(block).lowerTriangularMatrix;
}

/** What a figure is in a state. */
export function figureIn(state: MixtureState, figure: Direction): number {
  return dot(figure, state.mean);
}

function blockOf(covariance: Matrix, figures: readonly Direction[]): Matrix {
  const columns = figures.map((figure) => along(covariance, figure));
  return new Matrix(figures.map((figure) => columns.map((column) => dot(figure, column))));
}

function along(covariance: Matrix, direction: Direction): number[] {
  return Array.from({ length: covariance.rows }, (_, i) => {
    let sum = 0;
    for (const [place, share] of direction) sum += share * covariance.get(i, place);
    return sum;
  });
}

function dot(direction: Direction, column: readonly number[]): number {
  let sum = 0;
  for (const [place, share] of direction) sum += share * at(column, place);
  return sum;
}

function shrunk(covariance: Matrix, gain: readonly number[], by: number): Matrix {
  const after = covariance.clone();
  for (let i = 0; i < after.rows; i += 1)
    for (let j = 0; j < after.rows; j += 1) after.set(i, j, after.get(i, j) - at(gain, i) * at(gain, j) * by);
  return after;
}
