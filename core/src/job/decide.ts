import { type JobEvent, kindOf, MOST_EVENTS } from './events';
import { foldJob } from './fold';
import type { Standing } from './slices';

/** What a person or a program wants to add to a log; the log gives it its place and version. */
export type Proposal = JobEvent extends infer E ? (E extends JobEvent ? Omit<E, 'seq' | 'version'> : never) : never;

export type Refusal =
  | 'alreadyOpened'
  | 'notOpened'
  | 'alreadyFinished'
  | 'alreadyClosed'
  | 'noSuchThroat'
  | 'noSuchAdjuster'
  | 'noSuchCoupling'
  | 'noSuchFault'
  | 'noSuchObservation'
  | 'noSuchTest'
  | 'noSuchCause'
  | 'noSuchExchange'
  | 'noSuchPlace'
  | 'noSuchQuantity'
  | 'noSuchStep'
  | 'noMixtureScrew'
  | 'noSuchExhaust'
  | 'noSuchFuel'
  | 'noSuchBand'
  | 'noHalfSizes'
  | 'pastTheSeat'
  | 'pastTheEnd'
  | 'nothingToUndo'
  | 'cannotUndoOpening'
  | 'setupUnsound'
  | 'setupDoesNotFit'
  | 'logIsFull';

export type Decision =
  | { readonly outcome: 'accepted'; readonly event: JobEvent }
  | { readonly outcome: 'refused'; readonly refusal: Refusal };

/** A log as far as a decision needs it: where its job stands, how long it is, and itself, for the few kinds that rewrite. */
export interface LogSoFar {
  readonly standing: Standing | undefined;
  readonly length: number;
  events(): readonly JobEvent[];
}

/** Whether an event may follow a log, and as what. Neither saves nor draws. */
export function decide(events: readonly JobEvent[], proposal: Proposal): Decision {
  return decideAfter({ standing: foldJob(events), length: events.length, events: () => events }, proposal);
}

/** The same for a log that has been folded already. */
export function decideAfter(log: LogSoFar, proposal: Proposal): Decision {
  const event: JobEvent = { ...proposal, seq: log.length + 1, version: kindOf(proposal).version } as JobEvent;
  const refusal = refusalOf(log, event);
  return refusal === undefined ? { outcome: 'accepted', event } : { outcome: 'refused', refusal };
}

function refusalOf({ standing, length, events }: LogSoFar, event: JobEvent): Refusal | undefined {
  if (standing === undefined) return event.kind === 'opened' ? undefined : 'notOpened';
  if (length >= MOST_EVENTS) return 'logIsFull';
  const kind = kindOf(event);
  return outOfSeason(standing, kind.season) ?? kind.refuse?.(standing, event) ?? kind.refuseByLog?.(events(), event);
}

function outOfSeason({ status }: Standing, season: ReturnType<typeof kindOf>['season']): Refusal | undefined {
  if (season === 'saysItself' || status === 'open') return undefined;
  if (status === 'closed') return 'alreadyClosed';
  return season === 'atTheBench' ? 'alreadyFinished' : undefined;
}
