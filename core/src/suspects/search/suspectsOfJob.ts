import type { Job } from '../../job';
import { type Evidence, nextTests, type ProposedTest, type Suspects, weighSuspects } from '../infer';
import type { Weighed } from '../weighRivals';
import { benchEvidence } from './benchEvidence';
import { type CuredCause, keyOf, searchOf, type Told } from './jobEvidence';

/** The search for what no screw cures, as a job stands. */
export interface JobSuspects {
  /** What was told, then what the bench saw by itself. */
  readonly told: readonly Told[];
  readonly cured: readonly CuredCause[];
  readonly suspects: Suspects;
  readonly tests: readonly ProposedTest[];
}

/** Weighs what a job knows. `putOff`: tests that cannot be done now. */
export function suspectsOfJob(job: Job, suspicions: readonly Weighed[], putOff: readonly string[] = []): JobSuspects {
  const { evidence: spoken, cured } = searchOf(job);
  const said = new Set(spoken.map(({ evidence }) => keyOf(evidence)));
  // What a person says of the same thing counts before what the bench saw.
  const own = benchEvidence(job, suspicions).filter((evidence) => !said.has(keyOf(evidence)));
  const told: readonly Told[] = [...spoken, ...own.map((evidence) => ({ evidence, eventId: undefined }))];
  const evidence: readonly Evidence[] = told.map((each) => each.evidence);
  const suspects = weighSuspects(job.setup, evidence);
  const tests = evidence.length === 0 ? [] : nextTests(job.setup, suspects, { evidence, putOff });
  return { told, cured, suspects, tests };
}
