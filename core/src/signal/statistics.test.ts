import { describe, expect, it } from 'vitest';
import { extremesOf, seededRandom } from '../basics';
import { correlatedMean, flutterOf } from './statistics';

/** x[t] = rho x[t-1] + e, unit variance. */
function ar1(n: number, rho: number, seed: number): number[] {
  const random = seededRandom(seed);
  const series = [random.normal()];
  for (let i = 1; i < n; i += 1) series.push(rho * (series.at(-1) ?? 0) + Math.sqrt(1 - rho ** 2) * random.normal());
  return series;
}

describe('mean of correlated samples', () => {
  // AR(1) with known rho: n_eff = n (1 - rho)/(1 + rho) for long series (Bayley and Hammersley 1946).
  it.each([0, 0.5, 0.8])('finds the effective size of a series with rho %d', (rho) => {
    const n = 4000;
    const sizes = Array.from({ length: 20 }, (_, seed) => correlatedMean(ar1(n, rho, seed)).effectiveSize);
    const mean = sizes.reduce((a, b) => a + b, 0) / sizes.length;
    // A fifth to the wide side: correlations are corrected for the mean that they are taken about, which overdoes it where there are none.
    expect(mean / (n * ((1 - rho) / (1 + rho)))).toBeGreaterThan(0.8);
    expect(mean / (n * ((1 - rho) / (1 + rho)))).toBeLessThan(1.15);
  });

  it.each([0.6, 0.9])('claims intervals that hold the truth as often as they should, with rho %d', (rho) => {
    // 400 series of 200 samples: 95 % intervals should hold zero in 380; binomial spread is 4.4.
    const held = Array.from({ length: 400 }, (_, seed) => correlatedMean(ar1(200, rho, seed + 1000))).filter(
      ({ mean, uncertainty }) => Math.abs(mean) < 2 * uncertainty,
    ).length;
    expect(held / 400).toBeGreaterThan(0.9);
    expect(held / 400).toBeLessThan(0.985);
  });

  it('tells flutter from wander: the spread of noise, whatever slow way it rides on', () => {
    const noise = ar1(4000, 0, 7);
    expect(flutterOf(noise)).toBeCloseTo(1, 1);
    expect(flutterOf(noise.map((value, i) => value + 10 * Math.sin(i / 400)))).toBeCloseTo(flutterOf(noise), 2);
    expect(flutterOf([5, 7, 5, 7])).toBeCloseTo(Math.SQRT2, 12);
    expect(flutterOf([5])).toBeNaN();
  });

  it('does not claim to know a mean from one value, and knows a constant', () => {
    expect(correlatedMean([3]).uncertainty).toBe(Number.POSITIVE_INFINITY);
    expect(correlatedMean([3, 3, 3])).toMatchObject({ mean: 3, uncertainty: 0 });
  });

  it('finds extremes of more values than a call can spread', () => {
    expect(extremesOf(new Float64Array(500_000).fill(1, 3, 4))).toEqual({ low: 0, high: 1 });
  });
});
