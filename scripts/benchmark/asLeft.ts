import { seededRandom } from '@amber-needle/core/basics';
import { createEngine, type Engine } from '@amber-needle/core/engine';
import type { Fault } from '@amber-needle/core/faults';
import type { JobEvent } from '@amber-needle/core/job';
import { mixtureScrews } from '@amber-needle/core/mixture';
import { concernOf, type Setup } from '@amber-needle/core/setup';
import { seconds, turns } from '@amber-needle/core/units';

/** The practice engine of a trial, every screw where its job left it, running. `screwsOff`: as the trial found its mixture screws. */
export function engineAsLeft(
  setup: Setup,
  seed: number,
  {
    events,
    screwsOff,
    faults = [],
  }: { readonly events: readonly JobEvent[]; readonly screwsOff: number; readonly faults?: readonly Fault[] },
): Engine {
  const engine = createEngine(setup, { seed, faults });
  for (const adjuster of setup.adjusters)
    if (concernOf(adjuster) === 'linkage') engine.turn(adjuster.id, turns(-Math.min(2, adjuster.range.outTurns)));
  const random = seededRandom(seed ^ 0x0ff);
  for (const { id, range } of mixtureScrews(setup)) {
    const off = screwsOff * (2 * random.uniform() - 1);
    engine.turn(id, turns(Math.round(Math.max(-range.outTurns, Math.min(range.inTurns, off)) * 16) / 16));
  }
  for (const event of events) {
    if (event.kind === 'move') engine.turn(event.adjuster, turns(event.turns));
    if (event.kind === 'coupled') engine.couple(event.coupling, event.state === 'clamped');
  }
  engine.start();
  engine.advance(seconds(12));
  return engine;
}
