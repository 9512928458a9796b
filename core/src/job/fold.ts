import { type EventOf, type JobEvent, kindOf } from './events';
import { type Job, openedJob, SLICE_NAMES, type Standing } from './slices';
import { effectiveEvents } from './undo';

/**
 * Folds a whole log. Undefined for an empty one.
 * @throws Error when the log does not begin with its opening: it was checked at its door, so that is our mistake.
 */
export function foldJob(events: readonly JobEvent[]): Job | undefined {
  const counted = effectiveEvents(events);
  const [first, ...rest] = counted;
  return first === undefined ? undefined : rest.reduce(foldJobEvent, openJob(first, counted));
}

/** The job as it was opened, with the setup as it was corrected last among the events that count. */
export function openJob(first: JobEvent, counted: readonly JobEvent[]): Job {
  if (first.kind !== 'opened') throw new Error(`A job's log begins with "opened", not "${first.kind}"`);
  const correction = counted.findLast((event): event is EventOf<'setupCorrected'> => event.kind === 'setupCorrected');
  return openedJob(correction === undefined ? first : { ...first, setup: correction.setup });
}

/** The job after one more event that counts, of a kind that does not rewrite. */
export function foldJobEvent(job: Job, event: JobEvent): Job {
  const { record } = kindOf(event);
  return { ...job, ...standingAfter(job, event), ...record?.(job, event, job) };
}

/** The same for where the job stands alone. */
export function standingAfter(standing: Standing, event: JobEvent): Standing {
  const { folds } = kindOf(event);
  if (folds === undefined) return standing;
  const after: Standing = { ...standing };
  for (const name of SLICE_NAMES) Object.assign(after, folds[name]?.(standing, event));
  return after;
}
