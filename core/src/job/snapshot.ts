import type { JobEvent } from './events';
import { openJob, standingAfter } from './fold';
import type { Job, Standing } from './slices';
import { effectiveEvents } from './undo';

/** Counted up when the fold of the same log comes to something else: snapshots of another version are made anew. */
export const FOLD_VERSION = 6;

/** Where a job stands, without its record: what a snapshot keeps. */
export function standingOf(job: Job | undefined): Standing | undefined {
  return job === undefined ? undefined : withoutRecord(job);
}

function withoutRecord({
  readings,
  airflows,
  offIdleReadings,
  moves,
  notes,
  search,
  sheet,
  mixture,
  road,
  ...standing
}: Job): Standing {
  return standing;
}

/** Where the job of a whole log stands, without its record: linear in the events. Undefined for an empty log. */
export function foldStanding(events: readonly JobEvent[]): Standing | undefined {
  const counted = effectiveEvents(events);
  const [first, ...rest] = counted;
  if (first === undefined) return undefined;
  return rest.reduce(standingAfter, withoutRecord(openJob(first, counted)));
}
