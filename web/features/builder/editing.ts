import type { Setup } from '@amber-needle/core/setup';

/** What every part of the builder works with: the bank as it is, and what to make of it. */
export interface Editing {
  readonly setup: Setup;
  readonly change: (next: Setup) => void;
}
