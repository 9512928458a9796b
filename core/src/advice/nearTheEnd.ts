import { type Belief, moveBelief } from '../belief';
import type { Job } from '../job';
import { decidingQuantity } from '../setup';
import { turns } from '../units';
import { type Chances, chances } from './chance';
import { bestFineMove } from './fineMoves';
import { type MovePlan, WORTH_TURNING } from './planMoves';
import { afterMatching, afterReading } from './readingsAhead';
import {
  type BareAdvice,
  DONE_PROBABILITY,
  gaugesKnown,
  isToAndFro,
  type PlannedTurn,
  READ_FOR,
  READ_OUT,
  readingsSinceTouch,
} from './taking';
import { turnAdvice } from './turnAdvice';

/** Close to the end: what a turn, and putting all hoses on one throat, must add to the probability to be worth the trouble. Ours. */
const WORTH_A_FINE_TURN = 0.1;
const WORTH_A_LAST_TURN = 0.02;
const WORTH_MATCHING = 0.03;
/** Below this chance of balance after coupling, the clamp has moved something. */
const COUPLING_MOVED = 0.5;

interface NearMakings {
  readonly job: Job;
  readonly belief: Belief;
  readonly seed: number;
  readonly chance: Chances;
  readonly plan: MovePlan;
}

/** No turn is plainly due: what would tell most, or help most, for its trouble? */
export function adviseWhenNear({ job, belief, seed, chance, plan }: NearMakings): BareAdvice {
  const [clamped] = job.clamped;
  if (clamped !== undefined && chance.balanced < COUPLING_MOVED)
    return { kind: 'couple', coupling: clamped, state: 'loosened' };
  if (!gaugesKnown(job)) return { kind: 'read', purpose: 'zeroGauges', duration: READ_FOR };
  const readOut = readingsSinceTouch(job) >= READ_OUT;
  const read = chances(afterReading(belief), seed).all;
  if (!readOut && read >= DONE_PROBABILITY) return { kind: 'read', purpose: 'longer', duration: READ_FOR };
  const finest = bestFineMove(job, belief, seed);
  const fine = finest !== undefined && isToAndFro(job, finest) ? undefined : finest;
  const gain = fine === undefined ? 0 : fine.probability - Math.max(chance.all, chanceOfTouching(fine, belief, seed));
  if (fine !== undefined && gain >= WORTH_A_FINE_TURN) return turnAdvice(fine, belief, seed);
  // A program that cannot match its gauges answers with readings: it must not be asked for ever.
  const canMatch =
    !readOut &&
    job.gaugesZeroed &&
    !job.gaugesMatched &&
    !job.oneGauge &&
    decidingQuantity(job.setup) === 'depression' &&
    job.setup.throats.length > 1;
  if (canMatch && chances(afterMatching(belief), seed).all >= read + WORTH_MATCHING)
    return { kind: 'read', purpose: 'matchGauges', duration: READ_FOR };
  if (fine !== undefined && gain >= WORTH_A_LAST_TURN) return turnAdvice(fine, belief, seed);
  if (!readOut) return { kind: 'read', purpose: 'longer', duration: READ_FOR };
  if (clamped !== undefined) return { kind: 'couple', coupling: clamped, state: 'loosened' };
  return { kind: 'undecided', limit: limitOf(chance, plan) };
}

/** A hand on the screw that turns it by nothing: what doubt alone makes of the chance is no gain. */
function chanceOfTouching({ adjuster }: Pick<PlannedTurn, 'adjuster'>, belief: Belief, seed: number): number {
  return chances(moveBelief(belief, adjuster.id, turns(0)), seed).all;
}

/** What stands in the way when neither turns nor readings help. */
function limitOf({ balanced, idleInBand }: Chances, { movesNow }: MovePlan): 'screws' | 'speed' | 'readings' {
  if (movesNow < WORTH_TURNING) return 'readings';
  return balanced <= idleInBand ? 'screws' : 'speed';
}
