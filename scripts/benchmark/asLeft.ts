import { createEngine, type Engine } from '@amber-needle/core/engine';
import type { Fault } from '@amber-needle/core/faults';
import type { JobEvent } from '@amber-needle/core/job';
import { concernOf, type Setup } from '@amber-needle/core/setup';
import { turnScrewsOff } from '@amber-needle/core/trial';
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
  turnScrewsOff(engine, { setup, seed, most: screwsOff });
  for (const event of events) {
    if (event.kind === 'move') engine.turn(event.adjuster, turns(event.turns));
    if (event.kind === 'coupled') engine.couple(event.coupling, event.state === 'clamped');
  }
  engine.start();
  engine.advance(seconds(12));
  return engine;
}
