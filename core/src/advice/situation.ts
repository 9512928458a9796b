import { type Belief, forecastOf } from '../belief';
import type { Job } from '../job';
import { type Mixture, type MixtureOutlook, mixtureOutlook } from '../mixture';
import type { SignalReading } from '../signal';
import type { Weighed } from '../suspects';
import type { Advice, Grounds } from './advice';
import { balanceGoal } from './balanceGoal';
import { type Chances, chances } from './chance';
import { type MovePlan, planMoves } from './planMoves';
import { afterReading } from './readingsAhead';

export interface AdviceOptions {
  readonly seed: number;
  /** What may be wrong, most probable first; not asked for when left out. */
  readonly suspicions?: readonly Weighed[];
  /** What is known of the mixture, where the job has a plan for it. */
  readonly mixture?: Mixture | undefined;
  /** What the live gauge says now, where there is one: a steady signal needs no more settling. */
  readonly live?: SignalReading['phase'];
}

/** Everything that the stages of the advice look at; what takes time is worked out once, when first asked for. */
export interface Situation {
  readonly job: Job;
  readonly belief: Belief;
  readonly seed: number;
  readonly suspicions: readonly Weighed[];
  readonly live: AdviceOptions['live'];
  readonly mixture: Mixture | undefined;
  /** Where the mixture stands and what is next for it. Only where there is a plan. */
  mixtureAhead(): MixtureOutlook;
  /** Probability that the targets hold as things stand. */
  readonly chance: Chances;
  readonly grounds: Grounds;
  /** The shortest way to balance, looked for ahead. */
  plan(): MovePlan;
  /** Probability that one more reading would bring. */
  chanceAfterReading(): number;
}

/** A suggestion before its grounds are put to it. */
export type BareAdvice = Bare<Advice>;
type Bare<A> = A extends unknown ? Omit<A, 'grounds'> : never;

/** A stage of the advice: what it asks for, or nothing where it is not for it to say. */
export type Stage = (situation: Situation) => BareAdvice | undefined;

export function situationOf(
  job: Job,
  belief: Belief,
  { seed, suspicions = [], live, mixture }: AdviceOptions,
): Situation {
  const chance = chances(belief, seed);
  return {
    job,
    belief,
    seed,
    suspicions,
    live,
    mixture,
    mixtureAhead: once(() => (mixture === undefined ? NOTHING_PLANNED : mixtureOutlook(mixture))),
    chance,
    grounds: {
      probability: chance.all,
      balanced: chance.balanced,
      idleInBand: chance.idleInBand,
      now: forecastOf(belief),
      readings: job.readings.length + job.airflows.length,
    },
    plan: once(() => planMoves(balanceGoal(job, belief), seed)),
    chanceAfterReading: once(() => chances(afterReading(belief), seed).all),
  };
}

const NOTHING_PLANNED: MixtureOutlook = { stands: [], next: undefined, untold: [] };

function once<T>(work: () => T): () => T {
  let done: { readonly value: T } | undefined;
  return () => {
    done ??= { value: work() };
    return done.value;
  };
}
