import { type Findings, findingsOf } from '@amber-needle/core/findings';
import type { JobEvent } from '@amber-needle/core/job';
import {
  type CuredCause,
  type Evidence,
  type ProposedTest,
  type SearchOptions,
  suspectsOfJob,
  type Told as ToldEvidence,
} from '@amber-needle/core/suspects';

/** So many suspects are told of; the rest is summed up. */
const MOST_SUSPECTS = 12;

/** A suspect as a page shows it: plain data. */
export interface ToldSuspect {
  readonly cause: string;
  readonly place: string | undefined;
  readonly probability: number;
  readonly speaksFor: readonly Evidence[];
  readonly speaksAgainst: readonly Evidence[];
}

/** What a page needs of the search. */
export interface ToldSuspects {
  readonly told: readonly ToldEvidence[];
  readonly cured: readonly CuredCause[];
  readonly ranked: readonly ToldSuspect[];
  readonly unknown: number;
  /** The test to do, and what comes next when it cannot be done. */
  readonly tests: readonly ProposedTest[];
}

export type Suspecter = (events: readonly JobEvent[], options: SearchOptions) => ToldSuspects;

/** The search for a log, again and again as it grows: what the bench believes is not folded anew. @throws Error for an empty log. */
export function createSuspecter(): Suspecter {
  let findings: Findings | undefined;
  return (events, options) => {
    findings = findingsOf(events, findings);
    if (findings === undefined) throw new Error('There are no suspects without an opened job');
    const { told, cured, suspects, tests } = suspectsOfJob(findings.job, findings.suspicions, {
      ...options,
      mixture: findings.mixture,
    });
    return {
      told,
      cured,
      unknown: suspects.unknown,
      tests: firstOfTwoKinds(tests),
      ranked: suspects.ranked.slice(0, MOST_SUSPECTS).map(({ cause, ...suspect }) => ({ ...suspect, cause: cause.id })),
    };
  };
}

/** What cannot be done at one place cannot be done at the others. */
function firstOfTwoKinds([first, ...others]: readonly ProposedTest[]): readonly ProposedTest[] {
  const next = others.find(({ test }) => test.id !== first?.test.id);
  return [first, next].filter((test) => test !== undefined);
}
