import Type, { type Static } from 'typebox';
import type { FaultKind } from '../faultKind';
import { AT_THROAT, closed, Share, shareOf } from '../places';

const Place = Type.Object({ kind: Type.Literal('feedReversal'), ...AT_THROAT }, closed);
const Schema = Type.Object({ ...Place.properties, share: Share }, closed);

/**
 * An idle feed taken from the main well that loses this share of its fuel while the main begins to draw: nothing comes from either for a moment.
 * common practice, no source: large four-barrels with a feed for each corner.
 */
export const feedReversal: FaultKind<Static<typeof Schema>, Static<typeof Place>> = {
  kind: 'feedReversal',
  schema: Schema,
  places: ({ throats }) => {
    const sisters = (carburetor: string) => throats.filter((other) => other.carburetor === carburetor).length;
    return throats
      .filter(({ throttle = 'plate', carburetor }) => throttle === 'plate' && sisters(carburetor) > 1)
      .map(({ id }) => ({ kind: 'feedReversal', throat: id }));
  },
  typical: (place, times) => ({ ...place, share: shareOf(0.6, times) }),
  departs: ({ throat, share }) => ({ throats: { [throat]: { feedReversed: share } } }),
  test: 'look',
  forgets: ({ throat }) => ({ trims: [throat] }),
};
