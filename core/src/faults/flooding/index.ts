import Type, { type Static } from 'typebox';
import type { FaultKind } from '../faultKind';
import { AT_THROAT, closed, idsOf } from '../places';

const Place = Type.Object({ kind: Type.Literal('flooding'), ...AT_THROAT }, closed);
const Schema = Type.Object({ ...Place.properties, share: Type.Number({ exclusiveMinimum: 0, maximum: 3 }) }, closed);

/** A needle valve that does not hold: fuel comes over by itself, as a share of an idle’s. */
export const flooding: FaultKind<Static<typeof Schema>, Static<typeof Place>> = {
  kind: 'flooding',
  schema: Schema,
  places: ({ throats }) => idsOf(throats).map((throat) => ({ kind: 'flooding', throat })),
  typical: (place, times) => ({ ...place, share: 0.3 * times }),
  departs: ({ throat, share }) => ({ throats: { [throat]: { flooding: share } } }),
  test: 'look',
  forgets: ({ throat }) => ({ trims: [throat] }),
};
