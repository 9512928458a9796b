import { type Belief, forecastOf, layoutOf, moveBelief } from '../belief';
import type { Weighed } from '../faults';
import type { Job } from '../job';
import { at } from '../sequence';
import { decidingQuantity } from '../setup';
import type { SignalReading } from '../signal';
import { seconds, type Turns, turns } from '../units';
import type { Advice, Grounds, ScrewEffect } from './advice';
import { type Chances, chances } from './chance';
import { bestFineMove } from './fineMoves';
import { holdRpm, offIdleFinding } from './offIdle';
import { type MovePlan, planMoves } from './planMoves';
import { afterMatching, afterReading } from './readingsAhead';
import { contrastOf } from './targetErrors';

/** Belief needed before the work counts as done. */
export const DONE_PROBABILITY = 0.95;
/** Belief needed before a fault is named. Ours: a false alarm costs a quarter of an hour at the engine. */
const SUSPECT_PROBABILITY = 0.9;
/** And its kind must be this probable itself: that something is wrong is no help without a place to look. */
const LIKELIEST = 0.6;
/** Where no screw helps any more, something is wrong, and a likely cause is worth naming. Ours. */
const LIKELY_AT_THE_END = 0.4;
/** A fault this sure at one place needs no proof. */
const SURE_OF_PLACE = 0.85;
/** A stop that strays is worth a blip to find out while it is this probable, so many times over. Ours: a blip costs twenty seconds. */
const WORTH_A_BLIP = 0.1;
const MOST_BLIPS = 3;
/** Before the work is called done a smaller doubt is worth one, and so is a bank whose throttles came to rest less often than this. Ours. */
const WORTH_A_LAST_BLIP = 0.04;
const RESTS_TO_SEE = 2;
/** A turn is for when most of what may be so asks for one, and when it takes away this many of the expected moves. Ours. */
const WORTH_TURNING = 0.5;
const LEAST_HEADWAY = 0.3;
/** Or when it leaves no more than this share of the distance from the targets. Ours. */
const MUCH_NEARER = 0.85;
/** Close to the end: what a turn, and putting all hoses on one throat, must add to the probability to be worth the trouble. Ours. */
const WORTH_A_FINE_TURN = 0.1;
const WORTH_A_LAST_TURN = 0.02;
const WORTH_MATCHING = 0.03;
/** So many readings of an untouched engine tell all that readings can. */
const READ_OUT = 4;
/** Gauges that were not zeroed show differences up to this, kPa, on a bank that agrees. Ours: four times what offsets are believed to be. */
const MAY_BE_OFFSETS = 2;
/** Below this chance of balance after coupling, the clamp has moved something. */
const COUPLING_MOVED = 0.5;
const READ_FOR = seconds(8);
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
  if (suspect !== undefined) return { ...suspect, grounds };
  if (chance.all >= DONE_PROBABILITY) return { ...adviseWhenBalanced(job, options.suspicions), grounds };
  if (!gaugesKnown(job) && grounds.now.spread < MAY_BE_OFFSETS)
    return { kind: 'read', purpose: 'zeroGauges', duration: READ_FOR, grounds };
  const plan = planMoves(job, belief, options.seed);
  if (asksForTurn(plan)) return { ...turnAdvice(plan.best, belief, options.seed), grounds };
  const near = adviseWhenNear({ job, belief, seed: options.seed, chance, plan });
  return { ...(likelyCause(near, options.suspicions) ?? near), grounds };
}

type Bare<A> = A extends unknown ? Omit<A, 'grounds'> : never;
type BareAdvice = Bare<Advice>;

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

/** Nothing of the gauges themselves stands between the throats. */
function gaugesKnown({ setup, gaugesZeroed, oneGauge }: Job): boolean {
  return gaugesZeroed || oneGauge || decidingQuantity(setup) === 'airflow';
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

function adviseSuspicion(job: Job, suspicions: readonly Weighed[] = []): BareAdvice | undefined {
  const [first] = suspicions;
  if (first === undefined) return undefined;
  if (sumOf(suspicions) < SUSPECT_PROBABILITY) return undefined;
  const strays = sumOf(suspicions.filter(({ suspicion }) => suspicion.kind === 'restlessStop'));
  if (first.probability < SURE_OF_PLACE && strays >= WORTH_A_BLIP && canBlip(job)) return BLIP_AND_READ;
  // Between two places nobody may be able to tell: then the kind of fault is named, at its likeliest place.
  const probability = sumOf(suspicions.filter(({ suspicion }) => suspicion.kind === first.suspicion.kind));
  if (probability < LIKELIEST) return undefined;
  return { kind: 'suspect', suspicion: first.suspicion, suspicionProbability: probability };
}

/** What may keep a bank from its targets when screws cannot bring it there. */
function likelyCause(advice: BareAdvice, [first]: readonly Weighed[] = []): BareAdvice | undefined {
  if (advice.kind !== 'undecided' || advice.limit === 'readings') return undefined;
  if (first === undefined || first.probability < LIKELY_AT_THE_END) return undefined;
  return { kind: 'suspect', suspicion: first.suspicion, suspicionProbability: first.probability };
}

const BLIP_AND_READ = { kind: 'read', purpose: 'afterBlip', duration: READ_FOR } as const;

/** A program that cannot blip answers with readings: it must not be asked for ever. */
function canBlip(job: Job): boolean {
  return job.blips < MOST_BLIPS && readingsSinceTouch(job) < READ_OUT;
}

function sumOf(some: readonly Weighed[]): number {
  return some.reduce((sum, weighed) => sum + weighed.probability, 0);
}

function adviseWhenBalanced(job: Job, suspicions: readonly Weighed[] = []): BareAdvice {
  const strays = sumOf(suspicions.filter(({ suspicion }) => suspicion.kind === 'restlessStop'));
  const seldomSeen = job.moves.length + job.blips < RESTS_TO_SEE;
  if ((seldomSeen || strays >= WORTH_A_LAST_BLIP) && job.blips === 0 && canBlip(job)) return BLIP_AND_READ;
  const open = job.setup.couplings.find(({ id }) => !job.clamped.includes(id));
  return open === undefined ? { kind: 'done' } : { kind: 'couple', coupling: open.id, state: 'clamped' };
}

type WithBest = MovePlan & { readonly best: NonNullable<MovePlan['best']> };

function asksForTurn(plan: MovePlan): plan is WithBest {
  if (plan.best === undefined || plan.movesNow < WORTH_TURNING) return false;
  const { after, without } = plan.best;
  // What a turn teaches of its screw is no headway by itself: else a bank that no screw brings together is turned to and fro. But the
  // first half of a way that is too long for one turn is.
  return after.moves <= without.moves - LEAST_HEADWAY || after.distance <= MUCH_NEARER * without.distance;
}

interface NearMakings {
  readonly job: Job;
  readonly belief: Belief;
  readonly seed: number;
  readonly chance: Chances;
  readonly plan: MovePlan;
}

/** No turn is plainly due: what would tell most, or help most, for its trouble? */
function adviseWhenNear({ job, belief, seed, chance, plan }: NearMakings): BareAdvice {
  const [clamped] = job.clamped;
  if (clamped !== undefined && chance.balanced < COUPLING_MOVED)
    return { kind: 'couple', coupling: clamped, state: 'loosened' };
  if (!gaugesKnown(job)) return { kind: 'read', purpose: 'zeroGauges', duration: READ_FOR };
  const readOut = readingsSinceTouch(job) >= READ_OUT;
  const read = chances(afterReading(belief), seed).all;
  if (!readOut && read >= DONE_PROBABILITY) return { kind: 'read', purpose: 'longer', duration: READ_FOR };
  const fine = bestFineMove(job, belief, seed);
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
function chanceOfTouching({ adjuster }: Pick<Turning, 'adjuster'>, belief: Belief, seed: number): number {
  return chances(moveBelief(belief, adjuster.id, turns(0)), seed).all;
}

/** What stands in the way when neither turns nor readings help. */
function limitOf({ balanced, idleInBand }: Chances, { movesNow }: MovePlan): 'screws' | 'speed' | 'readings' {
  if (movesNow < WORTH_TURNING) return 'readings';
  return balanced <= idleInBand ? 'screws' : 'speed';
}

/** How often the engine has been read since anything on it was touched. */
function readingsSinceTouch({ setup, readings, airflows, touchedAt }: Job): number {
  const taken = decidingQuantity(setup) === 'airflow' ? airflows : readings;
  return taken.filter(({ seq }) => seq > touchedAt).length;
}

interface Turning {
  readonly adjuster: Job['setup']['adjusters'][number];
  readonly turns: Turns;
}

function turnAdvice({ adjuster, turns: by }: Turning, belief: Belief, seed: number): BareAdvice {
  const after = moveBelief(belief, adjuster.id, by);
  return {
    kind: 'turn',
    adjuster: adjuster.id,
    turns: by,
    expected: forecastOf(after),
    probabilityAfter: chances(after, seed).all,
    effect: screwEffect(belief, adjuster.id),
    purpose: adjuster.acts.length === belief.setup.throats.length ? 'idleSpeed' : 'balance',
  };
}

function screwEffect(belief: Belief, adjusterId: string): ScrewEffect {
  const index = belief.setup.adjusters.findIndex(({ id }) => id === adjusterId);
  const gain = layoutOf(belief.setup).gain(index);
  return {
    perTurn: Math.exp(at(belief.mean, gain)) * contrastOf(belief),
    doubt: Math.sqrt(belief.covariance.get(gain, gain)),
  };
}
