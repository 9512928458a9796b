import { adviseNextMove } from '@amber-needle/core/advice';
import { findingsOf } from '@amber-needle/core/findings';
import { adviceDocument } from '@amber-needle/core/formats/advice';
import { readJob } from '@amber-needle/core/formats/job';
import { failed, type Outcome, problemLines } from './outcome';

/** `needle advise`: the next action for a job document. The seed makes the probabilities repeatable. */
export function adviseCommand(file: string, document: unknown, seed: number): Outcome {
  const checked = readJob(document);
  if (checked.outcome === 'invalid') return failed(...problemLines(file, checked.problems));
  const { events } = checked.value;
  const findings = findingsOf(events);
  if (findings === undefined) return failed(`${file}: the job has no events`);
  const { job, belief, suspicions } = findings;
  if (job.status !== 'open') return failed(`${file}: the job is finished; there is nothing to advise`);
  return {
    outcome: 'data',
    data: adviceDocument(adviseNextMove(job, belief, { seed, suspicions })),
  };
}
