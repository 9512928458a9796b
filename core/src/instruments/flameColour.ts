import type { Random } from '../basics';
import type { FlameColourSeen } from '../mixture/words';

/** What an eye names through a transparent plug. */
export type FlameColour = FlameColourSeen;

/** Excess-air ratio at which each colour ends, rich to lean (common practice, no source for colours; bounds ours), and the eye's doubt. */
const ENDS = [
  [0.8, 'darkYellow'],
  [0.88, 'yellow'],
  [0.93, 'yellowBlue'],
  [1.05, 'cleanBlue'],
  [1.14, 'pale'],
] as const;
const DOUBT = 0.03;

/** One look: the colour that an observer names. Their doubt moves the bounds a little each time; no flame is a miss. */
export function lookAtFlame(lambda: number, fired: boolean, random: Random): FlameColour {
  const seen = lambda + DOUBT * random.normal();
  if (!fired) return 'misses';
  return ENDS.find(([end]) => seen < end)?.[1] ?? 'whitish';
}
