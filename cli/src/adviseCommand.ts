import { adviseNextMove } from '@amber-needle/core/advice';
import { type Findings, findingsOf } from '@amber-needle/core/findings';
import { adviceDocument } from '@amber-needle/core/formats/advice';
import { readJob } from '@amber-needle/core/formats/job';
import { failed, type Outcome, problemLines } from './outcome';

/** Advises on one document after another: what one has in common with the one before is not folded anew. */
export type Adviser = (file: string, document: unknown, seed: number) => Outcome;

export function createAdviser(): Adviser {
  let before: Known | undefined;
  return (file, document, seed) => {
    const { outcome, known } = advised({ file, document, seed }, before);
    before = known ?? before;
    return outcome;
  };
}

/** Findings of a log, and that log to the letter: another job may use the same ids. */
interface Known {
  readonly findings: Findings;
  readonly lines: readonly string[];
}

function isBeginning(lines: readonly string[], ofLines: readonly string[]): boolean {
  return lines.length <= ofLines.length && lines.every((line, i) => line === ofLines[i]);
}

interface Asked {
  readonly file: string;
  readonly document: unknown;
  readonly seed: number;
}

/** `needle advise`: the next action for a job document. The seed makes the probabilities repeatable. */
function advised(
  { file, document, seed }: Asked,
  before: Known | undefined,
): { readonly outcome: Outcome; readonly known?: Known } {
  const checked = readJob(document);
  if (checked.outcome === 'invalid') return { outcome: failed(...problemLines(file, checked.problems)) };
  const { events } = checked.value;
  const lines = events.map((event) => JSON.stringify(event));
  const isKnown = before !== undefined && isBeginning(before.lines, lines);
  const findings = findingsOf(events, isKnown ? before.findings : undefined);
  if (findings === undefined) return { outcome: failed(`${file}: the job has no events`) };
  const { job, belief, suspicions, mixture } = findings;
  if (job.status !== 'open')
    return { outcome: failed(`${file}: the job is finished; there is nothing to advise`), known: { findings, lines } };
  const data = adviceDocument(adviseNextMove(job, belief, { seed, suspicions, mixture }));
  return { outcome: { outcome: 'data', data }, known: { findings, lines } };
}
