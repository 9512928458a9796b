import type { Random } from '../basics';

/** What an eye names through a transparent plug. */
export type FlameColour = 'yellow' | 'blue' | 'pale' | 'dark';

/** Excess-air ratios between yellow and blue and between blue and pale (common practice, no source for colours; bounds ours), and the eye's doubt. */
const YELLOW_BELOW = 0.88;
const PALE_ABOVE = 1.05;
const DOUBT = 0.03;

/** One look: the colour that an observer names. Their doubt moves the bounds a little each time; no flame is dark. */
export function lookAtFlame(lambda: number, fired: boolean, random: Random): FlameColour {
  const seen = lambda + DOUBT * random.normal();
  if (!fired) return 'dark';
  if (seen < YELLOW_BELOW) return 'yellow';
  return seen > PALE_ABOVE ? 'pale' : 'blue';
}
