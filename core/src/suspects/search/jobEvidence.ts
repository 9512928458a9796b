import type { EventOf, Job } from '../../job';
import type { Evidence } from '../infer';

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
  /** Undefined for what the bench saw by itself. */
  readonly eventId: string | undefined;
}

/** What a job's log says in the search: of each thing the last word counts, and once a cause is put right the search begins anew. */
export function searchOf({ search }: Pick<Job, 'search'>): JobSearch {
  let told: readonly Told[] = [];
  const cured: CuredCause[] = [];
  for (const event of search) {
    if (event.kind === 'cured') {
      cured.push({ event, evidence: told.map(({ evidence }) => evidence) });
      told = [];
      continue;
    }
    const evidence = asEvidence(event);
    told = [...told.filter((other) => keyOf(other.evidence) !== keyOf(evidence)), { evidence, eventId: event.id }];
  }
  return { evidence: told, cured };
}

function asEvidence(event: EventOf<'observed' | 'tested'>): Evidence {
  return event.kind === 'observed'
    ? { kind: 'observed', observation: event.observation, place: event.place, seen: event.seen }
    : { kind: 'tested', test: event.test, place: event.place, answer: event.answer };
}

/** What two pieces of evidence have in common that speak of the same thing. */
export function keyOf(evidence: Evidence): string {
  const name = evidence.kind === 'observed' ? evidence.observation : evidence.test;
  return `${evidence.kind} ${name} ${evidence.place ?? ''}`;
}
