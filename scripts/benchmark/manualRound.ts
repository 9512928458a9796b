import { seededRandom } from '@amber-needle/core/basics';
import { createEngine } from '@amber-needle/core/engine';
import { createExhaustLooks } from '@amber-needle/core/instruments';
import { leanerBy, mixtureScrews } from '@amber-needle/core/mixture';
import type { Setup } from '@amber-needle/core/setup';
import { turnScrewsOff } from '@amber-needle/core/trial';
import { seconds, turns } from '@amber-needle/core/units';

/** How far screws are off as found, turns: as in the other jobs. */
const SCREWS_OFF = 1.5;

/**
 * The manual round, as people do it with a tachometer: each circuit in turn, leaned by eighths until the idle has plainly fallen, then back by one;
 * twice round. Returns how many turns it took.
 */
export function manualRound(of: Setup, seed: number): number {
  const engine = createEngine(of, { seed });
  const looks = createExhaustLooks(engine, seededRandom(seed ^ 0x77), of.engine.strokes);
  turnScrewsOff(engine, { setup: of, seed, most: SCREWS_OFF });
  engine.start();
  engine.advance(seconds(12));
  let made = 0;
  for (let round = 0; round < 2; round += 1)
    for (const { id } of mixtureScrews(of)) {
      const lean = leanerBy(of, id, 1);
      let best = 0;
      for (let i = 0; i < 24; i += 1) {
        const { rpm } = looks.tachometer(seconds(5));
        best = Math.max(best, rpm);
        if (!engine.running() || rpm < 0.98 * best) break;
        if (engine.turn(id, turns(lean / 8)).outcome !== 'turned') break;
        made += 1;
      }
      if (!engine.running()) engine.start();
      engine.turn(id, turns(-lean / 8));
      made += 1;
    }
  return made;
}
