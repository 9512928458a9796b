import { type Belief, moveBelief } from '../belief';
import type { Job } from '../job';
import { decidingQuantity } from '../setup';
import { turns } from '../units';
import { chances, DONE_PROBABILITY } from './chance';
import { bestFineMove } from './fineMoves';
import { isToAndFro, type PlannedTurn } from './plannedTurn';
import { gaugesKnown, READ_FOR, READ_OUT, readingsSinceTouch } from './readings';
import { afterMatching } from './readingsAhead';
import type { BareAdvice, Situation, Stage } from './situation';
import { turnAdvice } from './turnAdvice';

/** Close to the end: what a turn, and putting all hoses on one throat, must add to the probability to be worth the trouble. Ours. */
const WORTH_A_FINE_TURN = 0.1;
const WORTH_A_LAST_TURN = 0.02;
const WORTH_MATCHING = 0.03;
/** Below this chance of balance after coupling, the clamp has moved something. */
const COUPLING_MOVED = 0.5;

const READ_ON: BareAdvice = { kind: 'read', purpose: 'longer', duration: READ_FOR };

/** What of a reading, matched gauges and a fine turn would help most for its trouble; nothing where none would. */
export const readMatchOrFineTurn: Stage = (situation) => {
  const { job, belief, seed, chance, chanceAfterReading } = situation;
  const [clamped] = job.clamped;
  const loosen: BareAdvice | undefined =
    clamped === undefined ? undefined : { kind: 'couple', coupling: clamped, state: 'loosened' };
  if (loosen !== undefined && chance.balanced < COUPLING_MOVED) return loosen;
  if (!gaugesKnown(job)) return { kind: 'read', purpose: 'zeroGauges', duration: READ_FOR };
  const readOut = readingsSinceTouch(job) >= READ_OUT;
  if (!readOut && chanceAfterReading() >= DONE_PROBABILITY) return READ_ON;
  const fine = fineTurn(situation);
  const gain = fine?.gain ?? 0;
  if (fine !== undefined && gain >= WORTH_A_FINE_TURN) return turnAdvice(fine, situation);
  if (!readOut && canMatch(job) && chances(afterMatching(belief), seed).all >= chanceAfterReading() + WORTH_MATCHING)
    return { kind: 'read', purpose: 'matchGauges', duration: READ_FOR };
  if (fine !== undefined && gain >= WORTH_A_LAST_TURN) return turnAdvice(fine, situation);
  return readOut ? loosen : READ_ON;
};

/** A program that cannot match its gauges answers with readings: it must not be asked for ever. */
function canMatch({ setup, gaugesZeroed, gaugesMatched, oneGauge }: Job): boolean {
  const comparesGauges = decidingQuantity(setup) === 'depression' && setup.throats.length > 1 && !oneGauge;
  return gaugesZeroed && !gaugesMatched && comparesGauges;
}

/** The best fine turn, and what it adds to the probability beyond what doubt alone would. */
function fineTurn({ job, belief, seed, chance }: Situation) {
  const finest = bestFineMove(job, belief, seed);
  if (finest === undefined || isToAndFro(job, finest)) return undefined;
  return { ...finest, gain: finest.probability - Math.max(chance.all, chanceOfTouching(finest, belief, seed)) };
}

/** A hand on the screw that turns it by nothing: what doubt alone makes of the chance is no gain. */
function chanceOfTouching({ adjuster }: Pick<PlannedTurn, 'adjuster'>, belief: Belief, seed: number): number {
  return chances(moveBelief(belief, { adjuster: adjuster.id, turns: turns(0) }), seed).all;
}
