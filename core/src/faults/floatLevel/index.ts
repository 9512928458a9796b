import Type, { type Static } from 'typebox';
import type { FaultKind } from '../faultKind';
import { AT_THROAT, closed, idsOf } from '../places';

const Place = Type.Object({ kind: Type.Literal('floatLevel'), ...AT_THROAT }, closed);
const Schema = Type.Object({ ...Place.properties, mm: Type.Number({ minimum: -14, maximum: 14 }) }, closed);

/** Fuel that stands so far above what it should, or below. */
export const floatLevel: FaultKind<Static<typeof Schema>, Static<typeof Place>> = {
  kind: 'floatLevel',
  schema: Schema,
  places: ({ throats }) => idsOf(throats).map((throat) => ({ kind: 'floatLevel', throat })),
  typical: (place, times) => ({ ...place, mm: 4 * times }),
  departs: ({ throat, mm }) => ({ throats: { [throat]: { level: mm / 1000 } } }),
  test: 'look',
  forgets: ({ throat }) => ({ trims: [throat] }),
};
