import type { Belief } from '../belief';
import type { Job } from '../job';
import type { Weighed } from '../suspects';
import { BLIP_AND_READ, likelyCause, mayStray, meterForLeak, needsProofOfRest, SURE_OF_PLACE } from './suspicion';
import type { BareAdvice } from './taking';
import { turnAdvice } from './turnAdvice';
import { turnToTell } from './turnToTell';

interface Makings {
  readonly seed: number;
  readonly suspicions?: readonly Weighed[];
}

/** Where screws do not help, what else may tell or be the cause: the cheapest look first. */
export function whenStuck(job: Job, belief: Belief, advice: BareAdvice, makings: Makings): BareAdvice {
  if (advice.kind !== 'undecided' || advice.limit === 'readings') return advice;
  const { seed, suspicions = [] } = makings;
  if (needsProofOfRest(job, suspicions) || mayStray(job, suspicions)) return BLIP_AND_READ;
  const test = turnToTell(job, belief, suspicions);
  if (test !== undefined) return turnAdvice(test, belief, seed, 'whichNeedles');
  return meterForLeak(job, 'whenStuck', suspicions) ?? likelyCause(suspicions) ?? advice;
}

/** Which hoses sit on each other's throats a turn tells, where the readings leave it open. */
export function firstWhichNeedles(job: Job, belief: Belief, advice: BareAdvice, makings: Makings): BareAdvice {
  const { seed, suspicions = [] } = makings;
  const [first] = suspicions;
  if (advice.kind !== 'suspect' || first?.suspicion.kind !== 'exchangedHoses') return advice;
  const test = first.probability < SURE_OF_PLACE ? turnToTell(job, belief, suspicions) : undefined;
  return test === undefined ? advice : turnAdvice(test, belief, seed, 'whichNeedles');
}
