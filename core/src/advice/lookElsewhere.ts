import { WORTH_TURNING } from './planMoves';
import type { BareAdvice, Situation, Stage } from './situation';
import { BLIP_AND_READ, likelyCause, mayStray, meterForLeak, needsProofOfRest } from './suspicion';
import { turnAdvice } from './turnAdvice';
import { turnToSeeWhichNeedles } from './turnToSeeWhichNeedles';

/** Where screws do not help, what else may tell or be the cause: the cheapest look first. */
export const lookElsewhere: Stage = (situation) =>
  limitOf(situation) === 'readings' ? undefined : cheapestLook(situation);

export function cheapestLook(
  situation: Pick<Situation, 'job' | 'belief' | 'seed' | 'suspicions'>,
): BareAdvice | undefined {
  const { job, belief, suspicions } = situation;
  if (needsProofOfRest(job, suspicions) || mayStray(job, suspicions)) return BLIP_AND_READ;
  const test = turnToSeeWhichNeedles(job, belief, suspicions);
  if (test !== undefined) return turnAdvice(test, situation, 'whichNeedles');
  return meterForLeak(job, 'whenStuck', suspicions) ?? likelyCause(job, suspicions);
}

/** Nothing helps: what stands in the way is said. */
export function leftUndecided(situation: Situation): BareAdvice {
  return { kind: 'undecided', limit: limitOf(situation) };
}

function limitOf({ chance: { balanced, idleInBand }, plan }: Situation): 'screws' | 'speed' | 'readings' {
  if (plan().movesNow < WORTH_TURNING) return 'readings';
  return balanced <= idleInBand ? 'screws' : 'speed';
}
