import type { Setup } from '../setup';
import type { PracticeState } from './practiceBench';

/** A stand-in's engine as it shows itself, and the job whose bank its gauges are on; null: the stand-in's own. */
export interface MountedState extends PracticeState {
  readonly job: string | null;
}

/** Puts a stand-in's gauges on the bank of a job; null: back on the stand-in's own. */
export type MountCommand =
  | { readonly do: 'mount'; readonly job: string; readonly setup: Setup }
  | { readonly do: 'mount'; readonly job: null };
