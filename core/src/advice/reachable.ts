import { at } from '../basics';
import { type Belief, layoutOf } from '../belief';
import type { Job } from '../job';
import { directionOf, errorsOf, targetScale } from './balanceErrors';
import { freeScrews, roomOf } from './freeScrews';
import type { Goal, PossibleState } from './goal';

/** Balance comes before the idle where both cannot be had: the idle's error counts so little beside the throats'. Ours. */
const IDLE_WEIGHT = 0.05;
/** Sweeps over the screws; each is exact for its screw. Ours: nearer than any turn can be made. */
const MOST_SWEEPS = 400;
const NEAR_ENOUGH = 1e-6;

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

/** The least of the errors' weighted squares that movements within their bounds leave: coordinate descent, as the squares are convex. */
function leftOver(errors: Float64Array, screws: readonly Reach[]): Float64Array {
  const left = Float64Array.from(errors);
  const weight = (i: number) => (i < errors.length - 1 ? 1 : IDLE_WEIGHT);
  const moved = screws.map(() => 0);
  for (let sweep = 0; sweep < MOST_SWEEPS; sweep += 1) {
    let furthest = 0;
    for (const [j, { direction, least, most }] of screws.entries()) {
      let along = 0;
      let own = 0;
      for (const [i, part] of direction.entries()) {
        along += weight(i) * part * at(left, i);
        own += weight(i) * part * part;
      }
      if (own === 0) continue;
      const to = Math.min(most, Math.max(least, at(moved, j) - along / own));
      const by = to - at(moved, j);
      moved[j] = to;
      for (const [i, part] of direction.entries()) left[i] = at(left, i) + by * part;
      furthest = Math.max(furthest, Math.abs(by) * Math.sqrt(own));
    }
    if (furthest < NEAR_ENOUGH) break;
  }
  return left;
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
