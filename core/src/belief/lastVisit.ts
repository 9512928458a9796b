import { at } from '../basics';
import type { LastVisit } from '../job/events/opened/schema';
import { concernOf } from '../setup';
import type { Belief } from './belief';
import { believedComparison } from './comparison';
import { layoutOf } from './layout';
import { directObservation, type Observation } from './observation';
import { priorBelief } from './prior';
import { updateBelief } from './update';

/** A screw's effect from one visit to the next is the same within this, as a logarithm: another hand, another temperature. Ours. */
const AGED = 0.1;
/** What is hardly surer than before anything was read is not worth carrying. Ours. */
const WORTH_CARRYING = 0.85;
/** A doubt smaller than a hand can repeat is not believed. Ours. */
const LEAST_DOUBT = 0.03;

/** What a visit leaves for the next: how the throats stand, and what the screws were found to do. `on`: when it was read last. */
export function lastVisitOf(belief: Belief, on: string): LastVisit {
  const { setup } = belief;
  const layout = layoutOf(setup);
  const prior = priorBelief(setup);
  const doubtAt = (of: Belief, place: number) => Math.sqrt(of.covariance.get(place, place));
  return {
    on,
    asLeft: believedComparison(belief).map(({ throat, deviation, uncertainty }) => ({
      throat,
      deviation,
      uncertainty,
    })),
    gains: setup.adjusters.flatMap((adjuster, j) => {
      const place = layout.gain(j);
      const doubt = Math.max(LEAST_DOUBT, doubtAt(belief, place));
      if (concernOf(adjuster) !== 'rest' || doubt > WORTH_CARRYING * doubtAt(prior, place)) return [];
      return [{ adjuster: adjuster.id, logGain: at(belief.mean, place), doubt }];
    }),
    speedSlope: {
      log: at(belief.mean, layout.speedSlope),
      doubt: Math.max(LEAST_DOUBT, doubtAt(belief, layout.speedSlope)),
    },
  };
}

/** The belief about a machine that was here before: its screws do what they did, within what a year may change. */
export function withLastVisit(belief: Belief, { gains, speedSlope }: LastVisit): Belief {
  const layout = layoutOf(belief.setup);
  const known = gains.flatMap(({ adjuster, logGain, doubt }) => {
    const place = belief.setup.adjusters.findIndex(({ id }) => id === adjuster);
    return place < 0 ? [] : taught(belief, layout.gain(place), { mean: logGain, doubt });
  });
  const slope = taught(belief, layout.speedSlope, { mean: speedSlope.log, doubt: speedSlope.doubt });
  const { mean, covariance } = updateBelief(belief, [...known, ...slope]);
  return { ...belief, mean, covariance };
}

/**
 * What the visit itself taught of a figure: that which makes of the belief before any visit what was believed after it. So nothing is
 * counted twice; where the visit taught nothing there is nothing to observe.
 */
function taught(
  belief: Belief,
  place: number,
  after: { readonly mean: number; readonly doubt: number },
): readonly Observation[] {
  const before = belief.covariance.get(place, place);
  const precision = 1 / after.doubt ** 2 - 1 / before;
  if (precision <= 0) return [];
  const observed = (after.mean / after.doubt ** 2 - at(belief.mean, place) / before) / precision;
  return [directObservation(belief, place, { observed, variance: 1 / precision + AGED ** 2 })];
}
