import { at } from '../basics';
import { airflowContrastNow, type Belief, contrastNow, layoutOf } from '../belief';
import { type Adjuster, actionOn, decidingQuantity, PERCENT, toleranceOf } from '../setup';

/**
 * How far a state is from its targets, as a vector in units of what is allowed: for each throat its airflow against the group's in
 * half tolerances, and last the idle in half bands. Balanced and in band: the throats' largest less smallest is at most 2, the last
 * within 1. Every screw moves this vector along a direction of its own, whatever its gain: that is what makes planning easy.
 */
export interface TargetScale {
  /** Change of log airflow that makes half a tolerance, and half a band of idle speed. */
  readonly halfTolerance: number;
  readonly halfBand: number;
  /** Logarithm of the idle wanted. */
  readonly speedGoal: number;
  readonly meanSlope: number;
}

/** A state whose speed hardly follows the air would ask for endless turns. */
const LEAST_SLOPE = 0.2;

export function targetScale(belief: Belief): TargetScale {
  const { setup, mean } = belief;
  const layout = layoutOf(setup);
  const { idleRpm, idleBandRpm } = setup.targets;
  const meanSlope = Math.max(LEAST_SLOPE, Math.exp(at(mean, layout.speedSlope)));
  return {
    halfTolerance: toleranceOf(setup) / 2 / contrastOf(belief),
    halfBand: idleBandRpm / idleRpm / meanSlope,
    speedGoal: Math.log(idleRpm),
    meanSlope,
  };
}

/** Change of the deciding quantity, kPa or per cent of air, for one unit of log airflow of a throat near the group. */
export function contrastOf(belief: Belief): number {
  const layout = layoutOf(belief.setup);
  return decidingQuantity(belief.setup) === 'airflow'
    ? PERCENT * airflowContrastNow(belief, layout)
    : Math.exp(at(belief.mean, layout.level)) * contrastNow(belief, layout);
}

/** The vector of one state, and how large its last part may be (a state whose speed follows less allows more). */
export function errorsOf(belief: Belief, state: ArrayLike<number>, scale: TargetScale) {
  const layout = layoutOf(belief.setup);
  const throats = belief.setup.throats.length;
  let mean = 0;
  for (let i = 0; i < throats; i += 1) mean += at(state, layout.trim(i)) / throats;
  const errors = new Float64Array(throats + 1);
  for (let i = 0; i < throats; i += 1) errors[i] = (at(state, layout.trim(i)) - mean) / scale.halfTolerance;
  const slope = Math.max(LEAST_SLOPE, Math.exp(at(state, layout.speedSlope)));
  errors[throats] = (at(state, layout.speed) - scale.speedGoal) / slope / scale.halfBand;
  return { errors, speedAllowed: scale.meanSlope / slope };
}

/** How the vector moves with one unit of log airflow by a screw. */
export function directionOf({ setup }: Belief, adjuster: Adjuster, scale: TargetScale): Float64Array {
  const actions = setup.throats.map(({ id }) => actionOn(adjuster, id));
  const mean = actions.reduce<number>((sum, action) => sum + action, 0) / actions.length;
  return Float64Array.from([...actions.map((action) => (action - mean) / scale.halfTolerance), mean / scale.halfBand]);
}
