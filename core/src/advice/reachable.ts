import { Matrix, solve } from 'ml-matrix';
import { at } from '../basics';
import { type Belief, layoutOf } from '../belief';
import type { Job } from '../job';
import { directionOf, errorsOf, targetScale } from './balanceErrors';
import { freeScrews, roomOf } from './freeScrews';
import type { Goal, PossibleState } from './goal';

/** Balance comes before the idle where both cannot be had: the idle's error counts so little beside the throats'. Ours. */
const IDLE_WEIGHT = 0.05;
/** Screws that do the same share what is to be done; without this nothing would say which. */
const RIDGE = 1e-9;

/**
 * What the screws must leave whatever they do within their room, in units of what is allowed, throats first and the idle last; undefined where
 * every target is within reach. Screws that bring the throats together are found first, the idle as near as that lets it come.
 */
export function outOfReach(job: Job, belief: Belief): Float64Array | undefined {
  const scale = targetScale(belief);
  const layout = layoutOf(belief.setup);
  const { errors, speedAllowed } = errorsOf(belief, belief.mean, scale);
  const throats = errors.length - 1;
  const screws = freeScrews(job).map((adjuster) => {
    const place = belief.setup.adjusters.findIndex(({ id }) => id === adjuster.id);
    const gain = Math.exp(at(belief.mean, layout.gain(place)));
    const room = roomOf(job, adjuster);
    return { direction: directionOf(belief, adjuster, scale), least: -room.out * gain, most: room.in * gain };
  });
  const left = leftOver(errors, screws);
  const spread = Math.max(...left.subarray(0, throats)) - Math.min(...left.subarray(0, throats));
  const apart = spread > 2;
  const idleOff = Math.abs(at(left, throats)) > speedAllowed;
  if (!apart && !idleOff) return undefined;
  // What is within reach keeps its own target.
  return left.map((value, i) => ((i < throats ? apart : idleOff) ? value : 0));
}

interface Reach {
  readonly direction: Float64Array;
  readonly least: number;
  readonly most: number;
}

/**
 * What movements within their bounds leave of the errors, the weighted squares as small as can be: least squares over the screws that are free, and
 * the one that goes furthest beyond its bound is held there, until none does. (Lawson and Hanson, Solving Least Squares Problems, ch. 23, solve it
 * exactly; a screw once held is not let go here, which is near enough for turns of a sixteenth.)
 */
function leftOver(errors: Float64Array, screws: readonly Reach[]): Float64Array {
  const left = Float64Array.from(errors);
  const hold = ({ direction }: Reach, movement: number) => {
    for (const [i, part] of direction.entries()) left[i] = at(left, i) + movement * part;
  };
  let free = screws.filter(({ direction }) => direction.some((part) => part !== 0));
  while (free.length > 0) {
    const movements = leastSquares(left, free);
    const beyond = free.map(({ least, most }, k) => Math.max(least - at(movements, k), at(movements, k) - most));
    const worst = beyond.reduce((best, value, k) => (value > at(beyond, best) ? k : best), 0);
    if (at(beyond, worst) <= 0) {
      free.forEach((screw, k) => {
        hold(screw, at(movements, k));
      });
      break;
    }
    const screw = at(free, worst);
    hold(screw, Math.min(screw.most, Math.max(screw.least, at(movements, worst))));
    free = free.filter((each) => each !== screw);
  }
  return left;
}

function leastSquares(errors: Float64Array, screws: readonly Reach[]): readonly number[] {
  const weight = (i: number) => (i < errors.length - 1 ? 1 : IDLE_WEIGHT);
  const product = (a: Float64Array, b: Float64Array) =>
    a.reduce((sum, value, i) => sum + weight(i) * value * at(b, i), 0);
  const normal = new Matrix(
    screws.map(({ direction }, j) =>
      screws.map((other, k) => product(direction, other.direction) + (j === k ? RIDGE : 0)),
    ),
  );
  const right = Matrix.columnVector(screws.map(({ direction }) => -product(direction, errors)));
  return solve(normal, right).getColumn(0);
}

/** The same goal with what cannot be had put up with: the way to it ends where the rest is as good as it gets. */
export function puttingUpWith<S extends PossibleState>(goal: Goal<S>, unreachable: Float64Array): Goal<S> {
  return {
    ...goal,
    states: (count, random) =>
      goal.states(count, random).map((state) => ({
        ...state,
        errors: state.errors.map((value, i) => value - at(unreachable, i)),
      })),
  };
}
