import { secondsBetween } from '../../basics';
import type { Job } from '../../job';
import type { Mixture } from '../../mixture';
import { mixtureEvidence } from '../../mixture/mixtureEvidence';
import { roadEvidence } from '../../road/roadEvidence';
import { counterOf } from '../../sheet/counter';
import { sheetEvidence } from '../../sheet/sheetEvidence';
import { type Evidence, nextTests, type ProposedTest, type Suspects, weighSuspects } from '../infer';
import type { Weighed } from '../weighRivals';
import { benchEvidence } from './benchEvidence';
import { type CuredCause, keyOf, searchOf, type Told } from './jobEvidence';

/** The search for what no screw cures, as a job stands. */
export interface JobSuspects {
  /** What was told, then what sheet and bench saw by themselves. */
  readonly told: readonly Told[];
  readonly cured: readonly CuredCause[];
  readonly suspects: Suspects;
  readonly tests: readonly ProposedTest[];
}

export interface SearchOptions {
  /** Tests that cannot be done now. */
  readonly putOff?: readonly string[];
  /** Leaves out what the workshop has put right before. */
  readonly byMapAlone?: boolean;
  /** What is known of the mixture, where the job has a plan for it. */
  readonly mixture?: Mixture | undefined;
}

/** Weighs what a job knows. */
export function suspectsOfJob(
  job: Job,
  suspicions: readonly Weighed[],
  { putOff = [], byMapAlone = false, mixture }: SearchOptions = {},
): JobSuspects {
  const { evidence: spoken, cured } = searchOf(job);
  // Of one thing one word counts: what a person says before what sheet and bench saw, and of a row's two findings the later.
  const own: readonly Told[] = [
    ...seenBy('sheet', sheetEvidence(job)),
    ...seenBy('bench', benchEvidence(job, suspicions)),
    ...seenBy('bench', mixture === undefined ? [] : mixtureEvidence(mixture)),
    ...seenBy('road', roadEvidence(job)),
    ...seenBy('record', recurring(job, spoken)),
  ];
  const said = new Set(spoken.map(({ evidence }) => keyOf(evidence)));
  const each = new Map(own.map((told) => [keyOf(told.evidence), told]));
  const told: readonly Told[] = [...spoken, ...[...each.values()].filter((one) => !said.has(keyOf(one.evidence)))];
  const evidence: readonly Evidence[] = told.map((one) => one.evidence);
  const suspects = weighSuspects(job.setup, evidence, byMapAlone ? [] : job.cures?.workshop);
  const tests = evidence.length === 0 ? [] : nextTests(job.setup, suspects, { evidence, putOff });
  return { told, cured, suspects, tests };
}

function seenBy(who: NonNullable<Told['seenBy']>, evidence: readonly Evidence[]): readonly Told[] {
  return evidence.map((each) => ({ evidence: each, eventId: undefined, seenBy: who }));
}

/** Put right here and back within these days, km or hours: the rest of the dirt is still upstream. `common practice, no source`. */
const BACK_WITHIN = { days: 14, km: 300, hours: 10 };
const DAY_S = 86_400;

/** Something was put right on this machine a little while ago: "good after the rebuild, bad within days". */
function recurring(job: Job, spoken: readonly Told[]): readonly Evidence[] {
  const now = counterOf(job);
  const since = (then: number | undefined, today: number | undefined) =>
    then === undefined || today === undefined || today < then ? Number.POSITIVE_INFINITY : today - then;
  const back = (job.cures?.here ?? []).some(
    ({ on, counter }) =>
      secondsBetween(on, job.openedAt) < BACK_WITHIN.days * DAY_S ||
      since(counter?.km, now?.km) < BACK_WITHIN.km ||
      since(counter?.hours, now?.hours) < BACK_WITHIN.hours,
  );
  return back && spoken.length > 0 ? [{ kind: 'observed', observation: 'newThenBad', seen: true }] : [];
}
