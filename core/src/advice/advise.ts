import { type Belief, forecastOf } from '../belief';
import type { Job } from '../job';
import type { SignalReading } from '../signal';
import type { Weighed } from '../suspects';
import { seconds } from '../units';
import type { Advice, Grounds } from './advice';
import { type Chances, chances } from './chance';
import { firstWhichNeedles, whenStuck } from './deadEnd';
import { adviseWhenNear } from './nearTheEnd';
import { holdRpm, offIdleFinding } from './offIdle';
import { type MovePlan, type PlannedMove, planMoves, WORTH_TURNING } from './planMoves';
import { adviseSuspicion, BLIP_AND_READ, meterForLeak, needsProofOfRest } from './suspicion';
import { type BareAdvice, DONE_PROBABILITY, gaugesKnown, isToAndFro, READ_FOR } from './taking';
import { turnAdvice } from './turnAdvice';

/** A turn is for when it takes away this many of the expected moves. Ours. */
const LEAST_HEADWAY = 0.2;
/** Or when it leaves no more than this share of the distance from the targets. Ours. */
const MUCH_NEARER = 0.85;
/** A turn that halves the distance is due whatever it does to the count. Ours. */
const HALF_THE_WAY = 0.5;
/** Gauges that were not zeroed show differences up to this, kPa, on a bank that agrees. Ours: four times what offsets are believed to be. */
const MAY_BE_OFFSETS = 2;
const SETTLE_FOR = seconds(6);

export interface AdviceOptions {
  readonly seed: number;
  /** What may be wrong, most probable first; not asked for when left out. */
  readonly suspicions?: readonly Weighed[];
  /** What the live gauge says now, where there is one: a steady signal needs no more settling. */
  readonly live?: SignalReading['phase'];
}

/** The next action for an open job under a belief. Deterministic for the same job, belief and options. */
export function adviseNextMove(job: Job, belief: Belief, options: AdviceOptions): Advice {
  const chance = chances(belief, options.seed);
  const grounds = groundsOf(job, belief, chance);
  if (job.stage === 'offIdle') return { ...adviseOffIdle(job, belief), grounds };
  const waiting = adviseBeforeReading(job, options.live);
  if (waiting !== undefined) return { ...waiting, grounds };
  const suspect = adviseSuspicion(job, options.suspicions);
  if (suspect !== undefined) return { ...firstWhichNeedles(job, belief, suspect, options), grounds };
  const isBalanced = chance.all >= DONE_PROBABILITY;
  const meter = meterForLeak(job, isBalanced ? 'beforeDone' : 'atOnce', options.suspicions);
  if (meter !== undefined) return { ...meter, grounds };
  if (isBalanced) return { ...adviseWhenBalanced(job, options.suspicions), grounds };
  if (!gaugesKnown(job) && grounds.now.spread < MAY_BE_OFFSETS)
    return { kind: 'read', purpose: 'zeroGauges', duration: READ_FOR, grounds };
  const plan = planMoves(job, belief, options.seed);
  const turn = dueTurn(plan);
  if (turn !== undefined && !isToAndFro(job, turn)) return { ...turnAdvice(turn, belief, options.seed), grounds };
  const near = adviseWhenNear({ job, belief, seed: options.seed, chance, plan });
  return { ...whenStuck(job, belief, near, options), grounds };
}

function groundsOf(job: Job, belief: Belief, { all, balanced, idleInBand }: Chances): Grounds {
  return {
    probability: all,
    balanced,
    idleInBand,
    now: forecastOf(belief),
    readings: job.readings.length + job.airflows.length,
  };
}

function adviseOffIdle(job: Job, belief: Belief): BareAdvice {
  const finding = offIdleFinding(job, belief);
  if (finding !== undefined) return { kind: 'offIdle', finding };
  return { kind: 'holdAndRead', hold: holdRpm(job.setup), duration: READ_FOR };
}

/** While nothing fresh has been read there is nothing to judge. */
function adviseBeforeReading(job: Job, live: AdviceOptions['live']): BareAdvice | undefined {
  switch (job.sinceReading) {
    case 'noReading':
      return gaugesKnown(job)
        ? { kind: 'read', purpose: 'firstReading', duration: READ_FOR }
        : { kind: 'read', purpose: 'zeroGauges', duration: READ_FOR };
    case 'nothing':
      return undefined;
    case 'matched':
      return { kind: 'read', purpose: 'afterMatching', duration: READ_FOR };
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

function adviseWhenBalanced(job: Job, suspicions: readonly Weighed[] = []): BareAdvice {
  if (needsProofOfRest(job, suspicions)) return BLIP_AND_READ;
  const open = job.setup.couplings.find(({ id }) => !job.clamped.includes(id));
  return open === undefined ? { kind: 'done' } : { kind: 'couple', coupling: open.id, state: 'clamped' };
}

/** The turn that is due now, if one is. */
function dueTurn({ movesNow, best, nearest }: MovePlan): PlannedMove | undefined {
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
