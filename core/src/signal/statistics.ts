import { at, extremesOf } from '../basics';

export interface MeanWithUncertainty {
  readonly mean: number;
  /** Half of what holds the true mean nineteen times in twenty. */
  readonly uncertainty: number;
  /** Estimated standard deviation of the mean: smaller, for how badly a few blocks know their own scatter is not in it. */
  readonly deviation: number;
  /** How many independent samples the series is worth. */
  readonly effectiveSize: number;
}

export function meanOf(values: ArrayLike<number>): number {
  let sum = 0;
  for (let i = 0; i < values.length; i += 1) sum += values[i] ?? Number.NaN;
  return sum / values.length;
}

export function swingOf(values: ArrayLike<number>): number {
  const { low, high } = extremesOf(values);
  return high - low;
}

/** The value below which a share of the values lie. @throws RangeError for no values. */
export function quantileOf(values: ArrayLike<number>, share: number): number {
  const sorted = Float64Array.from(values).sort();
  return at(sorted, Math.min(sorted.length - 1, Math.floor(share * sorted.length)));
}

/**
 * How much one value of a series differs from the next, as a standard deviation: slow wander drops out. NaN for fewer than two values.
 * Source: von Neumann, Kent, Bellinson and Hart, Ann. Math. Statist. 12 (1941) 153 (from memory).
 */
export function flutterOf(values: readonly number[]): number {
  const steps = values.slice(1).map((value, i) => value - at(values, i));
  return Math.sqrt(steps.reduce((sum, step) => sum + step * step, 0) / (2 * steps.length));
}

/**
 * Neighbours are first put together to this many means at least, or to the root of how many values there are: what alternates drops out,
 * and what wanders is seen. Ours.
 */
const BLOCKS = 12;
/** The uncertainty and the correction for it depend on each other; so many rounds settle it to a few per cent. Ours. */
const ROUNDS = 30;
const SETTLED = 1e-4;
/** A stretch of which still less is independent drifts, and is judged by that. Ours. */
const FEWEST_FREEDOM = 2;

/**
 * Mean of a series whose neighbours are correlated, with an uncertainty of which two hold the true mean nineteen times in twenty.
 *
 * On means of blocks: var = (c_0 + 2 sum (1 - k/m) c_k) / m, the sum up to the first lag whose covariance is not positive. The covariances
 * are about the sample's own mean and so too small by its variance, which is added back until it settles. A few independent blocks
 * know their own scatter badly: Student's factor widens for that.
 *
 * Sources: Bayley and Hammersley, J. Roy. Stat. Soc. Suppl. 8 (1946) 184; block means: Flyvbjerg and Petersen, J. Chem. Phys. 91 (1989) 461
 * (from memory); Student's factor: JCGM 100:2008, G.3. Range: at least 2 values; one value gives an infinite uncertainty.
 */
export function correlatedMean(values: readonly number[]): MeanWithUncertainty {
  const n = values.length;
  const mean = meanOf(values);
  if (n < 2)
    return { mean, uncertainty: Number.POSITIVE_INFINITY, deviation: Number.POSITIVE_INFINITY, effectiveSize: n };
  const blocks = blockMeans(values);
  const covariances = covariancesOf(blocks);
  const power = at(covariances, 0);
  if (power === 0) return { mean, uncertainty: 0, deviation: 0, effectiveSize: n };
  let variance = 0;
  for (let round = 0; round < ROUNDS; round += 1) {
    const next = Math.min(power, varianceOfMean(covariances, variance, blocks.length));
    const isSettled = Math.abs(next - variance) <= SETTLED * next;
    variance = next;
    if (isSettled) break;
  }
  const independent = Math.max(1, (power + variance) / variance);
  const widened = studentFactor(Math.max(FEWEST_FREEDOM, independent - 1)) / studentFactor(Number.POSITIVE_INFINITY);
  const scatter = values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / (n - 1);
  return {
    mean,
    uncertainty: Math.sqrt(variance) * widened,
    deviation: Math.sqrt(variance),
    effectiveSize: Math.min(n, Math.max(1, scatter / variance)),
  };
}

/** Of the first values as many are left out as fill no block. */
function blockMeans(values: readonly number[]): readonly number[] {
  const size = Math.max(1, Math.floor(values.length / Math.max(BLOCKS, Math.sqrt(values.length))));
  const count = Math.floor(values.length / size);
  const first = values.length - count * size;
  return Array.from({ length: count }, (_, b) => {
    let sum = 0;
    for (let i = 0; i < size; i += 1) sum += at(values, first + b * size + i);
    return sum / size;
  });
}

/** Covariance with itself at each lag up to half the length, about its own mean; each lag has fewer products, and is weighed by them. */
function covariancesOf(values: readonly number[]): readonly number[] {
  const n = values.length;
  const mean = meanOf(values);
  return Array.from({ length: Math.max(1, Math.ceil(n / 2)) }, (_, lag) => {
    let product = 0;
    for (let i = lag; i < n; i += 1) product += (at(values, i) - mean) * (at(values, i - lag) - mean);
    return product / (n - lag);
  });
}

function varianceOfMean(covariances: readonly number[], short: number, count: number): number {
  let sum = at(covariances, 0) + short;
  for (let lag = 1; lag < covariances.length; lag += 1) {
    const covariance = at(covariances, lag) + short;
    if (covariance <= 0) break;
    sum += 2 * (1 - lag / count) * covariance;
  }
  return sum / count;
}

/** 97.5 % point of the standard normal distribution. */
const NORMAL = 1.959964;

/**
 * The point of Student's distribution for so many degrees of freedom that leaves as much above it as a normal one's `z`, by Cornish and Fisher's expansion to the third order: within 1 % from
 * three on at the usual 97.5 %. Source: Abramowitz and Stegun, 26.7.5 (from memory).
 */
export function studentFactor(freedom: number, z: number = NORMAL): number {
  const first = (z ** 3 + z) / 4;
  const second = (5 * z ** 5 + 16 * z ** 3 + 3 * z) / 96;
  const third = (3 * z ** 7 + 19 * z ** 5 + 17 * z ** 3 - 15 * z) / 384;
  return z + first / freedom + second / freedom ** 2 + third / freedom ** 3;
}
