import type { Belief } from '../belief';
import { foldJob, type Job, type JobEvent } from '../job';
import { type Mixture, mixtureOf } from '../mixture';
import { foldRivals, type Rivals, type Weighed, weighRivals } from '../suspects';

/** Everything that a log comes to, before anything is advised. */
export interface Findings {
  readonly job: Job;
  /** On the supposition that the engine is sound. */
  readonly belief: Belief;
  /** What may be wrong, most probable first. */
  readonly suspicions: readonly Weighed[];
  readonly rivals: Rivals;
  /** The mixture, where the job has a plan for it. */
  readonly mixture: Mixture | undefined;
}

/**
 * What a log comes to; undefined for an empty one. With the findings of an earlier state of the same log, only what was added since
 * is folded: the answer is the same, sooner.
 */
export function findingsOf(log: readonly JobEvent[], earlier?: Findings): Findings | undefined {
  const job = foldJob(log);
  if (job === undefined) return undefined;
  const rivals = foldRivals(job.setup, log, earlier?.rivals);
  return {
    job,
    belief: rivals.sound,
    suspicions: weighRivals(job, rivals),
    rivals,
    mixture: mixtureOf(job.setup, log),
  };
}
