import Type, { type Static } from 'typebox';
import type { FaultKind } from '../faultKind';
import { AT_THROAT, closed, idsOf } from '../places';

const Place = Type.Object({ kind: Type.Literal('leakingEnricher'), ...AT_THROAT }, closed);
const Schema = Type.Object({ ...Place.properties, share: Type.Number({ exclusiveMinimum: 0, maximum: 3 }) }, closed);

/** Air that comes with a whole idle's fuel through an enricher that does not seat, m2. Ours: a hole of 1 mm, discharge included. */
const AIR_WITH_IT = 0.6e-6;

/** A cold-start enricher that does not seat: some air, and so much fuel with it, as a share of an idle's, comes past the throttle. */
export const leakingEnricher: FaultKind<Static<typeof Schema>, Static<typeof Place>> = {
  kind: 'leakingEnricher',
  schema: Schema,
  places: ({ throats }) => idsOf(throats).map((throat) => ({ kind: 'leakingEnricher', throat })),
  typical: (place, times) => ({ ...place, share: 0.4 * times }),
  departs: ({ throat, share }) => ({ throats: { [throat]: { flooding: share, leakArea: share * AIR_WITH_IT } } }),
  test: 'look',
  forgets: ({ throat }) => ({ trims: [throat], screwsOf: [throat] }),
};
