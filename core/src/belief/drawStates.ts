import type { Matrix } from 'ml-matrix';
import type { Random } from '../random';
import { at } from '../sequence';
import type { Belief } from './belief';

/** States that the belief holds possible, drawn by chance: the same seed gives the same draws. Shape: [draw][place in the layout]. */
export function drawStates({ mean, covariance }: Belief, count: number, random: Random): readonly number[][] {
  const factor = lowerFactor(covariance);
  return Array.from({ length: count }, () => {
    const noise = mean.map(() => random.normal());
    return mean.map((m, i) => {
      const row = at(factor, i);
      let value = m;
      for (let j = 0; j <= i; j += 1) value += at(row, j) * at(noise, j);
      return value;
    });
  });
}

/** Cholesky factor that lets directions without doubt be zero. Source: Golub and Van Loan, Matrix Computations, 4.2. */
function lowerFactor(matrix: Matrix): number[][] {
  const n = matrix.rows;
  const factor = Array.from({ length: n }, () => new Array<number>(n).fill(0));
  for (let i = 0; i < n; i += 1) {
    for (let j = 0; j <= i; j += 1) {
      const row = at(factor, i);
      let sum = matrix.get(i, j);
      for (let k = 0; k < j; k += 1) sum -= at(row, k) * at(at(factor, j), k);
      const diagonal = at(at(factor, j), j);
      row[j] = i === j ? Math.sqrt(Math.max(0, sum)) : diagonal > 1e-12 ? sum / diagonal : 0;
    }
  }
  return factor;
}
