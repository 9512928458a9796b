import { CholeskyDecomposition, Matrix } from 'ml-matrix';
import { at } from '../basics';
import type { Belief } from './belief';
import type { Observation } from './observation';

/** Linearisations of one update, at most; and a step that is close enough to the last, in the state's own units. Ours. */
const ITERATIONS = 4;
const CLOSE = 1e-5;

export interface Updated {
  readonly mean: readonly number[];
  readonly covariance: Matrix;
  /** Logarithm of how probable the observations were; and their joint distance from the forecast, squared standard deviations. */
  readonly logEvidence: number;
  readonly squaredDistance: number;
  /** Distance of each observation from its forecast, in standard deviations of the forecast. */
  readonly sigmas: readonly number[];
}

/**
 * Bayes' rule for several observations at once, independent but for what some share, by the iterated extended Kalman filter with Joseph's form of the
 * covariance. Source: Saerkkae, Bayesian Filtering and Smoothing (2013), algorithm 5.4 with the iteration of sec. 5.2. Exact
 * for linear observations (tested against batch least squares).
 */
export function updateBelief(
  belief: Pick<Belief, 'mean' | 'covariance'>,
  observations: readonly Observation[],
): Updated {
  if (observations.length === 0)
    return { mean: belief.mean, covariance: belief.covariance, logEvidence: 0, squaredDistance: 0, sigmas: [] };
  const before = { prior: Matrix.columnVector([...belief.mean]), covariance: belief.covariance };
  const noise = noiseOf(observations);
  const seen = { noise, observations };
  let point = belief.mean;
  let step = kalmanStep(before, seen, point);
  const sigmas = step?.innovation.map((v, i) => v / Math.sqrt(step?.spread.get(i, i) ?? 1));
  for (let i = 1; i < ITERATIONS && step !== undefined && !isClose(step.mean, point); i += 1) {
    point = step.mean;
    step = kalmanStep(before, seen, point);
  }
  if (step === undefined || sigmas === undefined) {
    const far = observations.map(() => FAR_SIGMAS);
    return { ...RAN_AWAY, mean: belief.mean, covariance: belief.covariance, sigmas: far };
  }
  // At the point found, not where it started: Laplace's approximation, for a screw that does thrice what was thought is no miracle.
  const likelihood = likelihoodOf(step.factor, step.innovation);
  return { mean: step.mean, covariance: josephForm(belief.covariance, noise, step), ...likelihood, sigmas };
}

function noiseOf(observations: readonly Observation[]): Matrix {
  return new Matrix(
    observations.map(({ variance, shared = 0 }, i) =>
      observations.map((other, j) => (i === j ? variance + shared : other.shared === undefined ? 0 : shared)),
    ),
  );
}

/** (I - K H) P (I - K H)' + K R K', multiplied out so that no product is larger than state by observations. */
function josephForm(covariance: Matrix, noise: Matrix, { gain, slopes, crossed }: Step): Matrix {
  const across = gain.transpose();
  const kept = Matrix.sub(covariance, gain.mmul(crossed));
  return symmetric(kept.sub(kept.mmul(slopes.transpose()).sub(gain.mmul(noise)).mmul(across)));
}

function isClose(a: readonly number[], b: readonly number[]): boolean {
  return a.every((value, i) => Math.abs(value - at(b, i)) < CLOSE);
}

type Step = NonNullable<ReturnType<typeof kalmanStep>>;

/** One step from a point; undefined where the point's own forecast is no number, or the spread of the forecasts is no covariance. */
function kalmanStep(
  { prior, covariance }: { readonly prior: Matrix; readonly covariance: Matrix },
  { noise, observations }: { readonly noise: Matrix; readonly observations: readonly Observation[] },
  point: readonly number[],
) {
  const forecasts = observations.map((observation) => observation.predict(point));
  const slopes = new Matrix(forecasts.map(({ slope }) => [...slope]));
  const away = Matrix.sub(prior, Matrix.columnVector([...point]));
  const innovation = Matrix.sub(
    Matrix.columnVector(observations.map(({ observed }, i) => observed - at(forecasts, i).value)),
    slopes.mmul(away),
  );
  const crossed = slopes.mmul(covariance);
  const spread = symmetric(crossed.mmul(slopes.transpose()).add(noise));
  if (!spread.to1DArray().every(Number.isFinite) || !innovation.to1DArray().every(Number.isFinite)) return undefined;
  const factor = new CholeskyDecomposition(spread);
  if (!factor.isPositiveDefinite()) return undefined;
  const gain = factor.solve(crossed).transpose();
  const mean = Matrix.add(prior, gain.mmul(innovation)).to1DArray();
  if (!mean.every(Number.isFinite)) return undefined;
  return { mean, gain, slopes, crossed, spread, factor, innovation: innovation.to1DArray() };
}

/** Of a centred normal density: its logarithm, and the squared distance. */
function likelihoodOf(factor: CholeskyDecomposition, away: readonly number[]) {
  const vector = Matrix.columnVector([...away]);
  const squaredDistance = vector.dot(factor.solve(vector));
  const logDeterminant = 2 * factor.lowerTriangularMatrix.diagonal().reduce((sum, d) => sum + Math.log(d), 0);
  return {
    squaredDistance,
    logEvidence: -0.5 * (squaredDistance + logDeterminant + away.length * Math.log(2 * Math.PI)),
  };
}

/** An update that ran away (a supposition that cannot be) leaves the belief as it was, and counts as all but impossible. */
const RAN_AWAY = { logEvidence: -1e6, squaredDistance: 1e6 };
const FAR_SIGMAS = 1000;

/** Rounding must not let a covariance drift away from its mirror image. Changes the matrix that it is given: one made for it. */
export function symmetric(matrix: Matrix): Matrix {
  for (let i = 0; i < matrix.rows; i += 1) {
    for (let j = 0; j < i; j += 1) {
      const mean = (matrix.get(i, j) + matrix.get(j, i)) / 2;
      matrix.set(i, j, mean);
      matrix.set(j, i, mean);
    }
  }
  return matrix;
}
