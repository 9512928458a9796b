import { seededRandom } from '../basics';
import type { Engine } from '../engine';
import { mixtureScrews } from '../mixture';
import { isStepped, type Setup } from '../setup';
import { turns } from '../units';

const OFF_SEED = 0x0ff;
/** As finely as a screw is turned by hand, turns. */
const SMALLEST = 1 / 16;

/** Turns every mixture screw of a simulated engine up to `most` turns either way, as somebody did who did not know. */
export function turnScrewsOff(
  engine: Engine,
  { setup, seed, most }: { readonly setup: Setup; readonly seed: number; readonly most: number },
): void {
  const random = seededRandom(seed ^ OFF_SEED);
  for (const { id, range } of mixtureScrews(setup).filter((each) => !isStepped(each))) {
    const by = most * (2 * random.uniform() - 1);
    const within = Math.max(-range.outTurns, Math.min(range.inTurns, by));
    engine.turn(id, turns(Math.round(within / SMALLEST) * SMALLEST));
  }
}
