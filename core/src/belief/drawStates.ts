import type { Matrix } from 'ml-matrix';
import { at, type Random } from '../basics';
import type { Belief } from './belief';

/** How many states are drawn, and which places of the layout: all when none are named. */
export interface Draw {
  readonly count: number;
  readonly random: Random;
  readonly places?: readonly number[];
}

/**
 * States that the belief holds possible, drawn by chance: the same seed gives the same draws. They come in pairs, opposite about the mean:
 * cheaper, and no less even (antithetic variates; Hammersley and Morton, Proc. Camb. Phil. Soc. 52 (1956) 449). Shape: [draw][place, in the order named].
 */
export function drawStates(
  { mean, covariance }: Belief,
  { count, random, places = mean.map((_, i) => i) }: Draw,
): readonly Float64Array[] {
  const n = places.length;
  const middle = Float64Array.from(places, (place) => at(mean, place));
  const factor = lowerFactor(covariance, places);
  const noise = new Float64Array(n);
  const away = new Float64Array(n);
  return Array.from({ length: count }, (_, draw) => {
    if (draw % 2 === 0) {
      for (let i = 0; i < n; i += 1) noise[i] = random.normal();
      for (let i = 0; i < n; i += 1) {
        let sum = 0;
        for (let j = 0; j <= i; j += 1) sum += (factor[i * n + j] ?? 0) * (noise[j] ?? 0);
        away[i] = sum;
      }
    }
    const sign = draw % 2 === 0 ? 1 : -1;
    return middle.map((value, i) => value + sign * (away[i] ?? 0));
  });
}

/**
 * Cholesky factor of some rows and columns, flat, row by row; directions without doubt may be zero. Source: Golub and Van Loan,
 * Matrix Computations, 4.2.
 */
function lowerFactor(matrix: Matrix, places: readonly number[]): Float64Array {
  const n = places.length;
  const factor = new Float64Array(n * n);
  for (let i = 0; i < n; i += 1) {
    for (let j = 0; j <= i; j += 1) {
      let sum = matrix.get(at(places, i), at(places, j));
      for (let k = 0; k < j; k += 1) sum -= (factor[i * n + k] ?? 0) * (factor[j * n + k] ?? 0);
      const diagonal = factor[j * n + j] ?? 0;
      factor[i * n + j] = i === j ? Math.sqrt(Math.max(0, sum)) : diagonal > 1e-12 ? sum / diagonal : 0;
    }
  }
  return factor;
}
