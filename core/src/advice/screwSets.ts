import { inverse, Matrix } from 'ml-matrix';
import { at } from '../basics';

/** Screws that could finish the work together, and the linear algebra of their best use. Flat row-major arrays: they are read in the innermost loop. */
export interface ScrewSet {
  /** Places among the free screws. */
  readonly screws: readonly number[];
  /** Movement of each screw of the set for an error vector, least squares: rows are screws. */
  readonly solve: Float64Array;
  /** What is left of an error vector then. */
  readonly left: Float64Array;
}

/** More sets than this are not weighed, the smallest come first. Ours: nine screws have 511. */
const MOST_SETS = 600;
/** Directions whose Gram determinant, scaled, is below this do not differ. */
const DEPENDENT = 1e-9;

/** Every set of screws whose directions differ, smaller sets first; the empty set is the first. */
export function screwSets(directions: readonly Float64Array[], dimensions: number): readonly ScrewSet[] {
  const sets: ScrewSet[] = [];
  let layer: readonly (readonly number[])[] = [[]];
  while (layer.length > 0 && sets.length < MOST_SETS) {
    const usable = layer.flatMap((screws) => {
      const set = screwSet(screws, directions, dimensions);
      return set === undefined ? [] : [set];
    });
    sets.push(...usable.slice(0, MOST_SETS - sets.length));
    layer = usable.flatMap(({ screws }) =>
      directions.flatMap((_, next) => (next > (screws.at(-1) ?? -1) ? [[...screws, next]] : [])),
    );
  }
  return sets;
}

function screwSet(
  screws: readonly number[],
  directions: readonly Float64Array[],
  dimensions: number,
): ScrewSet | undefined {
  const identity = Matrix.eye(dimensions);
  if (screws.length === 0) return { screws, solve: new Float64Array(0), left: flat(identity) };
  if (screws.length > dimensions) return undefined;
  const columns = new Matrix(screws.map((screw) => [...at(directions, screw)])).transpose();
  const gram = columns.transpose().mmul(columns);
  if (isDependent(gram)) return undefined;
  // Minus: the movement that takes the error away.
  const solve = inverse(gram).mmul(columns.transpose()).mul(-1);
  return { screws, solve: flat(solve), left: flat(Matrix.add(identity, columns.mmul(solve))) };
}

/** By the pivots of Gauss's elimination against the diagonal. */
function isDependent(gram: Matrix): boolean {
  const left = gram.clone();
  for (let k = 0; k < left.rows; k += 1) {
    const pivot = left.get(k, k);
    if (pivot <= DEPENDENT * gram.get(k, k)) return true;
    for (let i = k + 1; i < left.rows; i += 1) {
      const share = left.get(i, k) / pivot;
      for (let j = k; j < left.rows; j += 1) left.set(i, j, left.get(i, j) - share * left.get(k, j));
    }
  }
  return false;
}

function flat(matrix: Matrix): Float64Array {
  return Float64Array.from(matrix.to1DArray());
}
