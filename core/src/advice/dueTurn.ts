import { type MovePlan, type PlannedMove, WORTH_TURNING } from './planMoves';
import { isToAndFro } from './plannedTurn';
import { asProbe } from './probe';
import type { Stage } from './situation';
import { turnAdvice } from './turnAdvice';

/** A turn is for when it takes away this many of the expected moves. Ours. */
const LEAST_HEADWAY = 0.2;
/** Or when it leaves no more than this share of the distance from the targets. Ours. */
const MUCH_NEARER = 0.85;
/** A turn that halves the distance is due whatever it does to the count. Ours. */
const HALF_THE_WAY = 0.5;

/** The turn that is plainly due. */
export const dueTurn: Stage = (situation) => {
  const { job, belief, plan } = situation;
  const turn = worthwhile(plan());
  return turn === undefined || isToAndFro(job, turn) ? undefined : turnAdvice(asProbe(job, belief, turn), situation);
};

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
