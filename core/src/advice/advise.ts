import { type Belief, forecastOf, layoutOf } from '../belief';
import type { Job } from '../job';
import { at } from '../sequence';
import type { SignalReading } from '../signal';
import { kiloPascals, seconds } from '../units';
import type { Advice, Grounds, ScrewEffect } from './advice';
import { type Candidate, candidateMoves, remainingCost } from './candidates';
import { type Chances, chances } from './chance';

/** Belief needed before the work counts as done. */
export const DONE_PROBABILITY = 0.95;
/**
 * A turn must take away this much of the remaining cost (squares of half tolerances); else a longer reading tells more. When readings
 * of the untouched engine have not settled the question, any real gain is taken. Ours.
 */
const LEAST_GAIN = 0.2;
const LEAST_GAIN_WHEN_READ_OUT = 0.02;
const READ_OUT = 3;
/** Below this chance of balance after coupling, the clamp has moved something. */
const COUPLING_MOVED = 0.5;
const READ_FOR = seconds(8);
const SETTLE_FOR = seconds(6);

export interface AdviceOptions {
  readonly seed: number;
  /** What the live gauge says now, where there is one: a steady signal needs no more settling. */
  readonly live?: SignalReading['phase'];
}

/** The next action for an open job under a belief. Deterministic for the same job, belief and options. */
export function adviseNextMove(job: Job, belief: Belief, options: AdviceOptions): Advice {
  const chance = chances(belief, options.seed);
  const grounds = groundsOf(job, belief, chance);
  const waiting = adviseBeforeReading(job, options.live);
  if (waiting !== undefined) return { ...waiting, grounds };
  if (chance.all >= DONE_PROBABILITY) return { ...adviseWhenBalanced(job), grounds };
  const best = bestMove(job, belief);
  if (best !== undefined) return { ...turnAdvice(best, belief, options.seed), grounds };
  return { ...adviseWhenStuck(job, chance), grounds };
}

type Bare<A> = A extends unknown ? Omit<A, 'grounds'> : never;
type BareAdvice = Bare<Advice>;

function groundsOf(job: Job, belief: Belief, { all, balanced, idleInBand }: Chances): Grounds {
  return { probability: all, balanced, idleInBand, now: forecastOf(belief), readings: job.readings.length };
}

/** While nothing fresh has been read there is nothing to judge. */
function adviseBeforeReading(job: Job, live: AdviceOptions['live']): BareAdvice | undefined {
  switch (job.sinceReading) {
    case 'noReading':
      return job.gaugesZeroed
        ? { kind: 'read', purpose: 'firstReading', duration: READ_FOR }
        : { kind: 'read', purpose: 'zeroGauges', duration: READ_FOR };
    case 'nothing':
      return undefined;
    case 'move':
      return live === 'steady'
        ? { kind: 'read', purpose: 'afterMove', duration: READ_FOR }
        : { kind: 'settle', after: 'move', duration: SETTLE_FOR };
    case 'coupled':
      return live === 'steady'
        ? { kind: 'read', purpose: 'afterCoupling', duration: READ_FOR }
        : { kind: 'settle', after: 'coupled', duration: SETTLE_FOR };
  }
}

function adviseWhenBalanced(job: Job): BareAdvice {
  const open = job.setup.couplings.find(({ id }) => !job.clamped.includes(id));
  return open === undefined ? { kind: 'done' } : { kind: 'couple', coupling: open.id, state: 'clamped' };
}

/** No turn helps: either the clamp is in the way, or the readings cannot tell yet. */
function adviseWhenStuck(job: Job, chance: Chances): BareAdvice {
  const [clamped] = job.clamped;
  if (clamped !== undefined && chance.balanced < COUPLING_MOVED)
    return { kind: 'couple', coupling: clamped, state: 'loosened' };
  if (!job.gaugesZeroed) return { kind: 'read', purpose: 'zeroGauges', duration: READ_FOR };
  return { kind: 'read', purpose: 'longer', duration: READ_FOR };
}

function bestMove(job: Job, belief: Belief): Candidate | undefined {
  const now = remainingCost(forecastOf(belief), belief);
  const best = candidateMoves(job, belief).reduce<Candidate | undefined>(
    (least, candidate) => (least === undefined || candidate.cost < least.cost ? candidate : least),
    undefined,
  );
  if (best === undefined) return undefined;
  const least = readingsSinceTouch(job) >= READ_OUT ? LEAST_GAIN_WHEN_READ_OUT : LEAST_GAIN;
  return now - best.cost > least ? best : undefined;
}

/** How often the engine has been read since anything on it was touched. */
function readingsSinceTouch({ readings, touchedAt }: Job): number {
  return readings.filter(({ seq }) => seq > touchedAt).length;
}

function turnAdvice({ adjuster, turns, after, expected }: Candidate, belief: Belief, seed: number): BareAdvice {
  return {
    kind: 'turn',
    adjuster: adjuster.id,
    turns,
    expected,
    probabilityAfter: chances(after, seed).all,
    effect: screwEffect(belief, adjuster.id),
    purpose: adjuster.acts.length === belief.setup.throats.length ? 'idleSpeed' : 'balance',
  };
}

function screwEffect(belief: Belief, adjusterId: string): ScrewEffect {
  const index = belief.setup.adjusters.findIndex(({ id }) => id === adjusterId);
  const gain = layoutOf(belief.setup).gain(index);
  const groupPressure = Math.exp(at(belief.mean, layoutOf(belief.setup).level));
  return {
    perTurn: kiloPascals(Math.exp(at(belief.mean, gain)) * groupPressure),
    doubt: Math.sqrt(belief.covariance.get(gain, gain)),
  };
}
