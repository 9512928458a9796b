import { type Advice, adviseNextMove } from '@amber-needle/core/advice';
import { type Findings, findingsOf } from '@amber-needle/core/findings';
import type { JobEvent } from '@amber-needle/core/job';
import type { SignalReading } from '@amber-needle/core/signal';

/** Draws behind the probabilities; the same for everyone who looks at the same log. */
const SEED = 20_261_125;

export type Adviser = (events: readonly JobEvent[], phase: SignalReading['phase'] | undefined) => Advice;

/**
 * Advice for a log, again and again as it grows: what was folded before is not folded anew.
 * The adviser throws an Error for an empty log: a job is not shown without its opening.
 */
export function createAdviser(): Adviser {
  let findings: Findings | undefined;
  return (events, phase) => {
    findings = findingsOf(events, findings);
    if (findings === undefined) throw new Error('There is no advice without an opened job');
    const { job, belief, suspicions } = findings;
    const options = { seed: SEED, suspicions };
    return adviseNextMove(job, belief, phase === undefined ? options : { ...options, live: phase });
  };
}
