import type { Turns } from '../../units';
import type { EventOf } from '../events';
import { type Balance, openBalance } from './balance';
import { type Gauges, openGauges } from './gauges';
import { type Opening, openOpening } from './opening';
import { openProgress, type Progress } from './progress';
import { emptyRecord, type JobRecord } from './record';

export type { Balance, Gauges, JobRecord, Opening, Progress };

/** The parts of a folded job, each with a fold of its own. Evidence, sheet, mixture and road will stand beside them. */
export interface Slices {
  readonly opening: Opening;
  readonly progress: Progress;
  readonly gauges: Gauges;
  readonly balance: Balance;
}

export const SLICE_NAMES: readonly (keyof Slices)[] = ['opening', 'progress', 'gauges', 'balance'];

/** Where a job stands: bounded by its bank, however long the log is. This is what a snapshot keeps. */
export type Standing = Opening & Progress & Gauges & Balance;

/** A job as its log tells it: where it stands, and the record of what was read, turned and noted. */
export type Job = Standing & JobRecord;

export function openedJob(event: EventOf<'opened'>): Job {
  return { ...openOpening(event), ...openProgress(), ...openGauges(), ...openBalance(event.setup), ...emptyRecord() };
}

/** Net turns of an adjuster from as found. */
export type Positions = Readonly<Record<string, Turns>>;
