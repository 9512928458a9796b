import type { EventOf } from '../job/events';
import type { MixtureState } from './belief';
import { cylindersOf, mixtureScrews } from './circuits';
import type { Mixture } from './mixture';
import { turned } from './move';
import { sightOf, type Witness } from './sights';
import { heardSpeed, lookedWith } from './speeds';
import { weigh } from './update';

/** The mixture after something was seen of it. */
export function sawMixture(before: Mixture, event: EventOf<'mixtureSeen'>): Mixture {
  const { seen } = event;
  const isRunning = seen.how !== 'turns' && seen.how !== 'freeAir';
  const alive = isRunning ? { ...before, stoodStill: 0 } : before;
  const mixture = event.rpm === undefined ? alive : heardSpeed(alive, event.rpm);
  const { witnesses, missing = mixture.missing, looked } = sightOf(mixture, seen);
  const { setup } = mixture.layout;
  return {
    ...(witnesses.length === 0 ? mixture : witnessed(mixture, witnesses)),
    seen: [...mixture.seen, { seen, clock: mixture.clock, turnsIn: mixture.turnsIn }],
    missing,
    looked:
      looked === undefined
        ? mixture.looked
        : lookedWith(mixture, looked.instrument, (throat) =>
            cylindersOf(setup, throat).some((k) => looked.cylinders.includes(k)),
          ),
    fromSeat:
      seen.how === 'turns' && seen.fromSeat !== null
        ? { ...mixture.fromSeat, [seen.adjuster]: seen.fromSeat }
        : mixture.fromSeat,
  };
}

/** How often turns are reckoned again with what they turn out to have done. */
const ROUNDS = 4;
/** What a turn does may turn out this many times as much, or as little, logarithm. */
const MOST_ASTRAY = 2.5;

/**
 * Evidence after turns. What a turn does to a mixture is no line in the logarithm of what a turn does, and the first turn of a screw may show that it does
 * three times what was thought: the turns since the last evidence are therefore reckoned anew about what they turn out to have done. Source:
 * iterated extended Kalman filter, Saerkkae (2013), algorithm 5.7 in its smoothing form.
 */
function witnessed(mixture: Mixture, witnesses: readonly Witness[]): Mixture {
  const { layout, since } = mixture;
  const weighed = (start: MixtureState) =>
    witnesses.reduce((state, { figure, logLikelihood }) => weigh(state, figure(state), logLikelihood).state, start);
  const screws = mixtureScrews(layout.setup).map((_, screw) => layout.gain(screw));
  let [start, state] = [mixture.state, weighed(mixture.state)];
  if (since.turns.length > 0)
    for (let round = 1; round < ROUNDS; round += 1) {
      const astray = screws.map((place) => within((state.mean[place] ?? 0) - (start.mean[place] ?? 0), MOST_ASTRAY));
      start = since.turns.reduce((after, turn) => turned(layout, after, { ...turn, astray }), since.state);
      state = weighed(start);
    }
  return { ...mixture, state, since: { state, turns: [] } };
}

function within(value: number, most: number): number {
  return Math.min(most, Math.max(-most, value));
}
