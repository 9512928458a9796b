import type { Job } from '../job';
import type { Adjuster } from '../setup';
import type { Turns } from '../units';

/** A screw and how far to turn it. */
export interface PlannedTurn {
  readonly adjuster: Adjuster;
  readonly turns: Turns;
}

/**
 * Whether a turn would take a screw to and fro once more: its last two turns were the last of all, one each way, and this is no finer.
 * What they did not settle another will not.
 */
export function isToAndFro({ moves, matchedAt }: Job, { adjuster, turns }: PlannedTurn): boolean {
  const [before, last] = moves.slice(-2);
  // Gauges that were matched since tell another story.
  if (last !== undefined && last.seq < matchedAt) return false;
  if (before?.adjuster !== adjuster.id || last?.adjuster !== adjuster.id) return false;
  const finer = Math.abs(turns) <= Math.abs(last.turns) / 2;
  return !finer && before.turns * last.turns < 0 && last.turns * turns < 0;
}
