import type { EventOf, Job } from '../../job';
import type { Setup } from '../../setup';
import { type Evidence, isRelated, observationOf, testOf } from '../infer';
import { CAUSES } from '../map';

/** A cause that was put right in this job, and the evidence that had led there. */
export interface CuredCause {
  readonly event: EventOf<'cured'>;
  readonly evidence: readonly Evidence[];
}

export interface JobSearch {
  /** What counts now, the latest of each. */
  readonly evidence: readonly Told[];
  readonly cured: readonly CuredCause[];
}

/** A piece of evidence and the event that it came with. */
export interface Told {
  readonly evidence: Evidence;
  /** Undefined for what nobody said here. */
  readonly eventId: string | undefined;
  /** Who saw it where no person said it: the sheet’s rows, the bench’s readings, a ride’s log, or the record of earlier jobs. */
  readonly seenBy?: 'sheet' | 'bench' | 'road' | 'record';
}

/**
 * What a job's log says in the search: of each thing the last word counts. Once a cause is put right, what it had shown no longer counts; what it
 * does not explain stays, for there may be a second.
 */
export function searchOf({ setup, search }: Pick<Job, 'setup' | 'search'>): JobSearch {
  let told: readonly Told[] = [];
  const cured: CuredCause[] = [];
  for (const event of search) {
    if (event.kind === 'cured') {
      const explained = told.filter(({ evidence }) => isExplained(setup, event, evidence));
      cured.push({ event, evidence: explained.map(({ evidence }) => evidence) });
      told = told.filter((each) => !explained.includes(each));
      continue;
    }
    const evidence = asEvidence(event);
    told = [...told.filter((other) => keyOf(other.evidence) !== keyOf(evidence)), { evidence, eventId: event.id }];
  }
  return { evidence: told, cured };
}

function asEvidence(event: EventOf<'observed' | 'tested' | 'exchanged'>): Evidence {
  switch (event.kind) {
    case 'observed':
      return { kind: 'observed', observation: event.observation, place: event.place, seen: event.seen };
    case 'tested':
      return { kind: 'tested', test: event.test, place: event.place, answer: event.answer };
    case 'exchanged':
      return { kind: 'exchanged', what: event.what, places: event.places, outcome: event.outcome };
  }
}

/** Whether a cause at its place has anything to say to a piece of evidence. */
function isExplained(setup: Setup, { cause: id, place }: EventOf<'cured'>, evidence: Evidence): boolean {
  const cause = CAUSES.find((each) => each.id === id);
  if (cause === undefined) return false;
  const own = { at: cause.at, place };
  // What was exchanged is back in its place, or not: after a cure it says nothing.
  if (evidence.kind === 'exchanged') return true;
  if (evidence.kind === 'tested') {
    const test = testOf(evidence.test);
    return (
      test !== undefined && evidence.test in cause.tests && isRelated(setup, own, { ...test, place: evidence.place })
    );
  }
  const observation = observationOf(evidence.observation);
  return (
    observation !== undefined &&
    evidence.observation in cause.signs &&
    isRelated(setup, own, { ...observation, place: evidence.place })
  );
}

/** What two pieces of evidence have in common that speak of the same thing. */
export function keyOf(evidence: Evidence): string {
  if (evidence.kind === 'exchanged') return `exchanged ${evidence.what} ${[...evidence.places].sort().join(' ')}`;
  const name = evidence.kind === 'observed' ? evidence.observation : evidence.test;
  return `${evidence.kind} ${name} ${evidence.place ?? ''}`;
}
