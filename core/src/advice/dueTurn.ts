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
/** Close to the targets, half tolerances (root mean square), little gains are for the fine turns and not for these. Ours. */
const FAR = 1;
/** A turn that halves the distance is due whatever it does to the count. Ours. */
const HALF_THE_WAY = 0.5;

/** The turn that is plainly due; where a target is out of reach, the one that is due for the others; else any that leads forward. */
export const dueTurn: Stage = (situation) => {
  const { job, belief, plan } = situation;
  const turn = notBackAgain(worthwhile(plan()), situation) ?? lesserTurn(situation);
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

function lesserTurn(situation: Situation): PlannedTurn | undefined {
  const { job, belief, seed, plan } = situation;
  if (plan().movesNow < WORTH_TURNING) return undefined;
  const unreachable = outOfReach(job, belief);
  if (unreachable === undefined) return notBackAgain(forward(plan()), situation);
  const rest = planMoves(puttingUpWith(balanceGoal(job, belief), unreachable), seed);
  return isFar(rest) ? notBackAgain(worthwhile(rest), situation) : undefined;
}

function isFar({ nearest }: MovePlan): boolean {
  return nearest !== undefined && nearest.without.distance >= FAR;
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
  return share <= HALF_THE_WAY || (share <= MUCH_NEARER && after.moves < without.moves) ? nearest : undefined;
}

/** Any turn that leaves less to do: better than to give up. */
function forward(all: MovePlan): PlannedMove | undefined {
  const { best, nearest } = all;
  if (nearest === undefined || !isFar(all)) return undefined;
  if (best !== undefined && isForward(best)) return best;
  const { after, without } = nearest;
  const isNearer = after.distance <= MUCH_NEARER * without.distance;
  return isNearer && after.moves < without.moves + LEAST_HEADWAY ? nearest : undefined;
}

/** Fewer moves and nearer, if by little: better than to give up. */
function isForward({ after, without }: PlannedMove): boolean {
  return after.moves < without.moves && after.distance <= NEARER * without.distance;
}
