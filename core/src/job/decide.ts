import { assertNever } from '../sequence';
import { turns } from '../units';
import type { JobEvent, Suspicion } from './events';
import { foldJob, type Job } from './fold';

/** What a person or a program wants to add to a log; the log gives it its place. */
export type Proposal = JobEvent extends infer E ? (E extends JobEvent ? Omit<E, 'seq'> : never) : never;

export type Refusal =
  | 'alreadyOpened'
  | 'notOpened'
  | 'alreadyFinished'
  | 'noSuchThroat'
  | 'noSuchAdjuster'
  | 'noSuchCoupling'
  | 'pastTheSeat'
  | 'pastTheEnd'
  | 'nothingToUndo'
  | 'cannotUndoOpening';

export type Decision =
  | { readonly outcome: 'accepted'; readonly event: JobEvent }
  | { readonly outcome: 'refused'; readonly refusal: Refusal };

/** Whether an event may follow a log, and as what. Neither saves nor draws. */
export function decide(events: readonly JobEvent[], proposal: Proposal): Decision {
  const refusal = refusalOf(events, proposal);
  if (refusal !== undefined) return { outcome: 'refused', refusal };
  return { outcome: 'accepted', event: { ...proposal, seq: events.length + 1 } };
}

function refusalOf(events: readonly JobEvent[], proposal: Proposal): Refusal | undefined {
  const job = foldJob(events);
  if (job === undefined) return proposal.kind === 'opened' ? undefined : 'notOpened';
  if (proposal.kind === 'undone') return undoRefusal(events, proposal.event);
  if (job.status === 'finished' && proposal.kind !== 'note') return 'alreadyFinished';
  switch (proposal.kind) {
    case 'opened':
      return 'alreadyOpened';
    case 'reading':
      return proposal.channels.every(({ throat }) => isThroat(job, throat)) ? undefined : 'noSuchThroat';
    case 'airflow':
      return proposal.throats.every(({ throat }) => isThroat(job, throat)) ? undefined : 'noSuchThroat';
    case 'move':
      return moveRefusal(job, proposal.adjuster, proposal.turns);
    case 'check':
      return 'channels' in proposal.check && !proposal.check.channels.every(({ throat }) => isThroat(job, throat))
        ? 'noSuchThroat'
        : undefined;
    case 'reach':
      return job.setup.adjusters.some(({ id }) => id === proposal.adjuster) ? undefined : 'noSuchAdjuster';
    case 'verdict':
      return suspicionRefusal(job, proposal.suspicion);
    case 'coupled':
      return job.setup.couplings.some(({ id }) => id === proposal.coupling) ? undefined : 'noSuchCoupling';
    case 'stage':
    case 'note':
    case 'finished':
      return undefined;
    default:
      return assertNever(proposal);
  }
}

function suspicionRefusal(job: Job, suspicion: Suspicion): Refusal | undefined {
  switch (suspicion.kind) {
    case 'deadScrew':
      return job.setup.adjusters.some(({ id }) => id === suspicion.adjuster) ? undefined : 'noSuchAdjuster';
    case 'exchangedHoses':
      return suspicion.throats.every((throat) => isThroat(job, throat)) ? undefined : 'noSuchThroat';
    case 'restlessStop':
    case 'airLeak':
      return isThroat(job, suspicion.throat) ? undefined : 'noSuchThroat';
    default:
      return assertNever(suspicion);
  }
}

function isThroat(job: Job, throat: string): boolean {
  return job.setup.throats.some(({ id }) => id === throat);
}

function moveRefusal(job: Job, id: string, by: number): Refusal | undefined {
  const adjuster = job.setup.adjusters.find((candidate) => candidate.id === id);
  if (adjuster === undefined) return 'noSuchAdjuster';
  const position = (job.positions[id] ?? turns(0)) + by;
  if (position < -adjuster.range.outTurns) return 'pastTheSeat';
  return position > adjuster.range.inTurns ? 'pastTheEnd' : undefined;
}

function undoRefusal(events: readonly JobEvent[], target: string): Refusal | undefined {
  const event = events.find(({ id }) => id === target);
  if (event === undefined) return 'nothingToUndo';
  return event.kind === 'opened' ? 'cannotUndoOpening' : undefined;
}
