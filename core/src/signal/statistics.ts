import { at } from '../basics';

export interface MeanWithUncertainty {
  readonly mean: number;
  /** Standard uncertainty of the mean. */
  readonly uncertainty: number;
  /** How many independent samples the series is worth. */
  readonly effectiveSize: number;
}

export function meanOf(values: readonly number[]): number {
  return values.reduce((sum, value) => sum + value, 0) / values.length;
}

/** Least and greatest value; of nothing, the empty interval. Spreading a long trace into Math.max would overflow the stack. */
export function extremesOf(values: ArrayLike<number>): { readonly low: number; readonly high: number } {
  let low = Number.POSITIVE_INFINITY;
  let high = Number.NEGATIVE_INFINITY;
  for (let i = 0; i < values.length; i += 1) {
    low = Math.min(low, at(values, i));
    high = Math.max(high, at(values, i));
  }
  return { low, high };
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
 * Mean of a series whose neighbours are correlated, with its standard uncertainty s / sqrt(n_eff),
 * 1/n_eff = 1/n (1 + 2 sum (1 - k/n) rho_k). Source: Bayley and Hammersley, J. Roy. Stat. Soc. Suppl. 8 (1946) 184; the standard
 * uncertainty of a mean is JCGM 100:2008, 4.2.3. The sum stops at the first lag whose correlation is not positive, which
 * errs to the wide side for alternating series. Range: at least 2 values; one value gives an infinite uncertainty.
 */
export function correlatedMean(values: readonly number[]): MeanWithUncertainty {
  const n = values.length;
  const mean = meanOf(values);
  if (n < 2) return { mean, uncertainty: Number.POSITIVE_INFINITY, effectiveSize: n };
  const residuals = values.map((value) => value - mean);
  const power = residuals.reduce((sum, r) => sum + r * r, 0);
  if (power === 0) return { mean, uncertainty: 0, effectiveSize: n };
  let inflation = 1;
  for (let lag = 1; lag < n / 2; lag += 1) {
    let product = 0;
    for (let i = lag; i < n; i += 1) product += at(residuals, i) * at(residuals, i - lag);
    // Each lag has n - lag products: weighing by that takes out the estimator's shrinkage with the lag.
    const rho = (product / (n - lag)) * (n / power);
    if (rho <= 0) break;
    inflation += 2 * (1 - lag / n) * Math.min(1, rho);
  }
  const effectiveSize = Math.max(1, n / inflation);
  // With correlated samples the sum of squares has n - n/n_eff degrees of freedom, not n - 1.
  const variance = power / Math.max(1, n - inflation);
  return { mean, uncertainty: Math.sqrt(variance / effectiveSize), effectiveSize };
}
