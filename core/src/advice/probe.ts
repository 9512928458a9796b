import { type Belief, layoutOf } from '../belief';
import type { Job } from '../job';
import { type Adjuster, actionOn, type Setup } from '../setup';
import { roundToTurnStep, turns } from '../units';
import type { PlannedTurn } from './plannedTurn';

/** A screw whose effect is so unsure, as a logarithm, is untried. Ours. */
const UNTRIED = 0.4;
/** The first turn of an untried screw where the idle could die; each further one may be twice as large. Ours. */
const FIRST_PROBE = 0.25;

/**
 * A turn that could stall the engine, of a screw that nobody has tried, begins with a quarter: what it does is seen before it is turned further.
 * Any other turn is as it was planned.
 */
export function asProbe<P extends PlannedTurn>(job: Job, belief: Belief, planned: P): P {
  const { adjuster, turns: by } = planned;
  const place = belief.setup.adjusters.findIndex(({ id }) => id === adjuster.id);
  const gain = layoutOf(belief.setup).gain(place);
  if (place < 0 || Math.sqrt(belief.covariance.get(gain, gain)) < UNTRIED || !couldStall(belief.setup, adjuster, by))
    return planned;
  const tried = job.moves.filter((move) => move.adjuster === adjuster.id).map((move) => Math.abs(move.turns));
  const most = Math.max(FIRST_PROBE, 2 * Math.max(0, ...tried));
  // What was really turned may be no whole step; what is asked for is.
  return Math.abs(by) <= most ? planned : { ...planned, turns: roundToTurnStep(turns(Math.sign(by) * most)) };
}

/** An engine dies of too little air: a turn that shuts half of its throats or more. */
function couldStall({ throats }: Setup, adjuster: Adjuster, by: number): boolean {
  const shut = throats.filter(({ id }) => actionOn(adjuster, id) * by < 0).length;
  return 2 * shut >= throats.length;
}
