import { Matrix } from 'ml-matrix';
import type { Suspicion } from '../job/events';
import { assertNever, at } from '../sequence';
import { actionOn, type Setup } from '../setup';
import { type Belief, layoutOf } from './belief';
import { astray } from './move';
import { PRIOR, priorBelief } from './prior';

/** The belief after a fault was put right: what it had taught wrongly is forgotten, what was read of other parts stays. */
export function mendedBelief(belief: Belief, suspicion: Suspicion): Belief {
  const layout = layoutOf(belief.setup);
  const place = (throat: string) => layout.trim(belief.setup.throats.findIndex(({ id }) => id === throat));
  switch (suspicion.kind) {
    case 'deadScrew':
      return forgotten(belief, [layout.gain(belief.setup.adjusters.findIndex(({ id }) => id === suspicion.adjuster))]);
    case 'exchangedHoses':
      return forgotten(belief, [...suspicion.throats.map(place), ...gainsOn(belief.setup, suspicion.throats)]);
    case 'restlessStop':
      return astray(belief, suspicion.throat, PRIOR.trim);
    case 'airLeak':
      return forgotten(belief, [place(suspicion.throat), ...gainsOn(belief.setup, [suspicion.throat])]);
    default:
      return assertNever(suspicion);
  }
}

function gainsOn(setup: Setup, throats: readonly string[]): number[] {
  const layout = layoutOf(setup);
  return setup.adjusters.flatMap((adjuster, j) =>
    throats.some((throat) => actionOn(adjuster, throat) !== 0) ? [layout.gain(j)] : [],
  );
}

/** These parts of the state as before the first reading, without a tie to any other. */
function forgotten(belief: Belief, places: readonly number[]): Belief {
  const prior = priorBelief(belief.setup);
  const known = new Set(places.filter((place) => place >= 0));
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
