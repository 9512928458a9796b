import type { Job, Standing } from './slices';

/** Counted up when the fold of the same log comes to something else: snapshots of another version are made anew. */
export const FOLD_VERSION = 1;

/** Where a job stands, without its record: what a snapshot keeps. */
export function standingOf(job: Job | undefined): Standing | undefined {
  if (job === undefined) return undefined;
  const { readings, airflows, offIdleReadings, moves, notes, ...standing } = job;
  return standing;
}
