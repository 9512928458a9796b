import type { EventOf } from '../events';

/** How far the job is: `finished` ends the work at the bench, `closed` the job. */
export interface Progress {
  readonly status: 'open' | 'finished' | 'closed';
  readonly finish: EventOf<'finished'> | undefined;
  /** The event that closed the job: undoing it opens the job again. */
  readonly closedBy: string | undefined;
  readonly cautionsRead: boolean;
}

export function openProgress(): Progress {
  return { status: 'open', finish: undefined, closedBy: undefined, cautionsRead: false };
}
