import Type, { type Static } from 'typebox';
import { concernOf, type Setup } from '../../setup';
import type { FaultKind } from '../faultKind';
import { AT_TWO_THROATS, closed, idsOf, pairsOf } from '../places';

const Place = Type.Object({ kind: Type.Literal('exchangedHoses'), ...AT_TWO_THROATS }, closed);

/** Two gauges’ hoses on each other’s throats: the engine is sound, and every reading misleads. */
export const exchangedHoses: FaultKind<Static<typeof Place>, Static<typeof Place>> = {
  kind: 'exchangedHoses',
  schema: Place,
  places: everyPair,
  typical: (place) => place,
  departs: ({ throats: [a = '', b = ''] }) => ({ exchangedHoses: [[a, b]] }),
  test: 'turnItsScrew',
  shows: {
    odds: 0.02,
    ways: [
      {
        worthALook: (setup, { turned, startled, metered }) =>
          metered || (turned.size > 0 && (startled || sharesStops(setup))) ? everyPair(setup) : [],
        suppose: ({ throats: [a = '', b = ''] }) => ({ exchangedHoses: [[a, b]] }),
      },
    ],
    foundAt: (setup) => (sharesStops(setup) ? everyPair(setup) : []),
    foundAs: (_, { throats: [a = '', b = ''] }) => ({ as: 'exchanged', throats: [a, b] }),
  },
  forgets: ({ throats }) => ({ trims: throats, screwsOf: throats }),
};

function everyPair({ throats }: Setup) {
  return pairsOf(idsOf(throats)).map((pair) => ({ kind: 'exchangedHoses' as const, throats: pair }));
}

/** Some throats rest on one stop together, but not all. */
function sharesStops({ throats, adjusters }: Setup): boolean {
  return adjusters.some(
    (adjuster) => concernOf(adjuster) === 'rest' && adjuster.acts.length > 1 && adjuster.acts.length < throats.length,
  );
}
