import type { Adjuster } from '../setup';
import type { Turns } from '../units';

/** Which way a screw was turned last: in is 1, out is -1, 0 as found. */
export type Direction = -1 | 0 | 1;

/** Play of a screw whose setup does not say, turns: what a sound thread and spring leave. Ours. */
const PLAY = 1 / 64;

/** What of a turn reaches the throttle, and how sure that is. Turns; the doubt is a standard deviation. */
export interface Reached {
  readonly turns: number;
  readonly doubt: number;
}

/** A turn of the head, less the play it has to take up first: all of it when the direction changes, none or all when nobody knows. */
export function reachedBy({ backlashTurns = PLAY }: Adjuster, last: Direction, by: Turns): Reached {
  const lost = backlashTurns * expectedShare(last, by);
  const taken = Math.min(Math.abs(by), lost);
  return { turns: by - Math.sign(by) * taken, doubt: last === 0 ? backlashTurns / Math.sqrt(12) : backlashTurns / 8 };
}

/** The turn of the head that moves the throttle by so many turns. */
export function turnToReach({ backlashTurns = PLAY }: Adjuster, last: Direction, wanted: number): number {
  return wanted + Math.sign(wanted) * backlashTurns * expectedShare(last, wanted);
}

function expectedShare(last: Direction, by: number): number {
  if (last === 0) return 0.5;
  return last === Math.sign(by) ? 0 : 1;
}
