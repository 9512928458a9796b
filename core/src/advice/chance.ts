import { seededRandom } from '../basics';
import { type Belief, drawOutcomes, wandered } from '../belief';
import { toleranceOf } from '../setup';

/** Belief needed before the work counts as done. */
export const DONE_PROBABILITY = 0.95;
/** Draws behind each probability. Ours: at 95 % the figure is good to 0.7 %. */
const DRAWS = 1000;

export interface Chances {
  readonly all: number;
  readonly balanced: number;
  readonly idleInBand: number;
}

/** Probability that the bank is within its targets, by draws from the belief, the wandering of an
 * idle included: it must hold a minute from now too. The seed makes it repeatable. */
export function chances(belief: Belief, seed: number): Chances {
  const { idleRpm, idleBandRpm } = belief.setup.targets;
  const tolerance = toleranceOf(belief.setup);
  const draws = drawOutcomes(wandered(belief), DRAWS, seededRandom(seed));
  const share = (holds: (draw: (typeof draws)[number]) => boolean) => draws.filter(holds).length / DRAWS;
  return {
    balanced: share((draw) => draw.spread <= tolerance),
    idleInBand: share((draw) => Math.abs(draw.speedRpm - idleRpm) <= idleBandRpm),
    all: share((draw) => draw.spread <= tolerance && Math.abs(draw.speedRpm - idleRpm) <= idleBandRpm),
  };
}
