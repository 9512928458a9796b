import { Matrix } from 'ml-matrix';
import { at } from '../basics';
import { faultKindOf, type Suspicion } from '../faults';
import { actionOn, type Setup } from '../setup';
import type { Belief } from './belief';
import { layoutOf } from './layout';
import { astray } from './move';
import { PRIOR, priorBelief } from './prior';

/**
 * The belief after a fault was found, and put right or left: what it had taught wrongly is forgotten, what was read of other parts
 * stays.
 */
export function withoutLessonsOf(belief: Belief, suspicion: Suspicion): Belief {
  const { setup } = belief;
  const { trims = [], rests = [], screwsOf = [], screws = [] } = faultKindOf(suspicion).forgets(suspicion, setup);
  const layout = layoutOf(setup);
  const places = [
    ...placesIn(setup.throats, trims).map(layout.trim),
    ...gainsOn(setup, screwsOf),
    ...placesIn(setup.adjusters, screws).map(layout.gain),
  ];
  const left = places.length === 0 ? belief : forgotten(belief, places);
  return rests.reduce((after, throat) => astray(after, throat, PRIOR.trim), left);
}

function placesIn(parts: readonly { readonly id: string }[], ids: readonly string[]): readonly number[] {
  return ids.flatMap((id) => {
    const place = parts.findIndex((part) => part.id === id);
    return place < 0 ? [] : [place];
  });
}

function gainsOn(setup: Setup, throats: readonly string[]): readonly number[] {
  const layout = layoutOf(setup);
  return setup.adjusters.flatMap((adjuster, j) =>
    throats.some((throat) => actionOn(adjuster, throat) !== 0) ? [layout.gain(j)] : [],
  );
}

/** These parts of the state as before the first reading, without a tie to any other. */
function forgotten(belief: Belief, places: readonly number[]): Belief {
  const prior = priorBelief(belief.setup);
  const known = new Set(places);
  const covariance = new Matrix(belief.covariance.rows, belief.covariance.columns);
  for (let i = 0; i < covariance.rows; i += 1) {
    for (let j = 0; j < covariance.columns; j += 1) {
      const apart = known.has(i) || known.has(j);
      covariance.set(i, j, apart ? (i === j ? prior.covariance.get(i, i) : 0) : belief.covariance.get(i, j));
    }
  }
  const mean = belief.mean.map((value, i) => (known.has(i) ? at(prior.mean, i) : value));
  return { ...belief, mean, covariance };
}
