import { roundToTurnStep, turns } from '../units';
import { balanceGoal } from './balanceGoal';
import { type MovePlan, type PlannedMove, planMoves, WORTH_TURNING } from './planMoves';
import { isToAndFro, type PlannedTurn } from './plannedTurn';
import { asProbe } from './probe';
import { outOfReach, puttingUpWith } from './reachable';
import type { Situation, Stage } from './situation';
import { turnAdvice } from './turnAdvice';

/** A turn is for when it takes away this many of the expected moves. Ours. */
const LEAST_HEADWAY = 0.2;
/** Or when it leaves no more than this share of the distance from the targets. Ours. */
const MUCH_NEARER = 0.85;
/** A turn that takes away less is still due when it leaves no more than this share. Ours. */
const NEARER = 0.95;
/** A turn that halves the distance is due whatever it does to the count. Ours. */
const HALF_THE_WAY = 0.5;

/** The turn that is plainly due; where a target is out of reach, the one that is due for the others. */
export const dueTurn: Stage = (situation) => {
  const { job, belief, plan } = situation;
  const turn = notBackAgain(worthwhile(plan()), situation) ?? forTheRest(situation);
  return turn === undefined ? undefined : turnAdvice(asProbe(job, belief, turn), situation);
};

/** A turn that would only go back again is halved; where it cannot be, another screw is looked for. */
function notBackAgain(turn: PlannedTurn | undefined, { job, belief, seed }: Situation): PlannedTurn | undefined {
  if (turn === undefined || !isToAndFro(job, turn)) return turn;
  const half = roundToTurnStep(turns(turn.turns / 2));
  const halved = { adjuster: turn.adjuster, turns: half };
  if (half !== 0 && !isToAndFro(job, halved)) return halved;
  const without = { ...job, outOfReach: [...job.outOfReach, turn.adjuster.id] };
  const other = worthwhile(planMoves(balanceGoal(without, belief), seed));
  return other === undefined || isToAndFro(job, other) ? undefined : other;
}

function forTheRest(situation: Situation): PlannedTurn | undefined {
  const { job, belief, seed, plan } = situation;
  const unreachable = plan().movesNow < WORTH_TURNING ? undefined : outOfReach(job, belief);
  if (unreachable === undefined) return undefined;
  return notBackAgain(worthwhile(planMoves(puttingUpWith(balanceGoal(job, belief), unreachable), seed)), situation);
}

function worthwhile({ movesNow, best, nearest }: MovePlan): PlannedMove | undefined {
  if (movesNow < WORTH_TURNING) return undefined;
  // What a turn teaches of its screw is no headway by itself: else a bank that no screw brings together is turned to and fro. But the
  // first half of a way that is too long for one turn is.
  if (best !== undefined) {
    const { after, without } = best;
    if (after.moves <= without.moves - LEAST_HEADWAY || after.distance <= MUCH_NEARER * without.distance) return best;
  }
  if (nearest === undefined) return undefined;
  const { after, without } = nearest;
  const share = after.distance / without.distance;
  if (share <= HALF_THE_WAY || (share <= MUCH_NEARER && after.moves < without.moves + LEAST_HEADWAY)) return nearest;
  return best !== undefined && isForward(best) ? best : undefined;
}

/** Fewer moves and nearer, if by little: better than to give up. */
function isForward({ after, without }: PlannedMove): boolean {
  return after.moves < without.moves && after.distance <= NEARER * without.distance;
}
