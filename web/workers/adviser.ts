import { type Advice, adviseNextMove } from '@amber-needle/core/advice';
import { believedComparison, type KnownGauges, knownGauges, type ThroatComparison } from '@amber-needle/core/belief';
import { type Findings, findingsOf } from '@amber-needle/core/findings';
import type { JobEvent } from '@amber-needle/core/job';
import { type MixturePlan, type MixtureReport, mixtureReport } from '@amber-needle/core/mixture';
import type { SignalReading } from '@amber-needle/core/signal';

/** Draws behind the probabilities; the same for everyone who looks at the same log. */
const SEED = 20_261_125;

/** What a page needs of everything that a log comes to: plain data. */
export interface Told {
  readonly advice: Advice;
  /** What a live signal is corrected by. */
  readonly gauges: KnownGauges;
  /** Throats as the belief has them, for when nothing is live. */
  readonly believed: readonly ThroatComparison[];
  /** The mixture, where the job has a plan for it. */
  readonly mixture: MixtureTold | undefined;
}

/** How the mixture is worked at, and where it stands. */
export interface MixtureTold {
  readonly plan: MixturePlan;
  readonly report: MixtureReport;
}

export type Adviser = (events: readonly JobEvent[], phase: SignalReading['phase'] | undefined) => Told;

/**
 * Advice for a log, again and again as it grows: what was folded before is not folded anew.
 * The adviser throws an Error for an empty log: a job is not shown without its opening.
 */
export function createAdviser(): Adviser {
  let findings: Findings | undefined;
  return (events, phase) => {
    findings = findingsOf(events, findings);
    if (findings === undefined) throw new Error('There is no advice without an opened job');
    const { job, belief, suspicions, mixture } = findings;
    const options = { seed: SEED, suspicions, mixture };
    return {
      advice: adviseNextMove(job, belief, phase === undefined ? options : { ...options, live: phase }),
      gauges: knownGauges(belief),
      believed: believedComparison(belief),
      mixture: mixture && { plan: mixture.plan, report: mixtureReport(mixture) },
    };
  };
}
