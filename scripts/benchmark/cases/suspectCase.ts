import type { ArchetypeName } from '@amber-needle/core/setup';

/** A case as a practitioner would tell it, with what was found in the end and what the tests would have shown. */
export interface SuspectCase {
  readonly id: string;
  readonly bank: ArchetypeName;
  readonly told: string;
  /** Observations as `id` or `id@place`; `!id` was looked for and not seen. */
  readonly seen: readonly string[];
  /** What it was, as `cause` or `cause@place`. */
  readonly was: string;
  /** Answers other than the usual one, as `test: answer`; at the place of the cause. */
  readonly answers: Readonly<Record<string, string>>;
}
