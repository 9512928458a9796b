import type { Setup } from '../../setup';
import type { EventOf } from '../events';
import type { Cures, LastVisit } from '../events/opened/schema';

/** What the job was opened on, and for. */
export interface Opening {
  readonly machine: string;
  readonly complaint: string;
  /** As it was when the job was opened, or as it was corrected since. */
  readonly setup: Setup;
  readonly openedAt: string;
  /** How the machine was left when it was here last. */
  readonly lastVisit: LastVisit | undefined;
  /** What this workshop has put right before. */
  readonly cures: Cures | undefined;
  /** Worked on a simulated engine: it is told apart from real jobs and nothing is learned from it. */
  readonly practice: boolean;
}

export function openOpening({ machine, complaint, setup, at, lastVisit, cures, practice }: EventOf<'opened'>): Opening {
  return { machine, complaint, setup, openedAt: at, lastVisit, cures, practice: practice === true };
}
