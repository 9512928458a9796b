import Type, { type Static } from 'typebox';
import type { FaultKind } from '../faultKind';
import { AT_THROAT, closed, idsOf, Share, shareOf } from '../places';

const Place = Type.Object({ kind: Type.Literal('starvedMain'), ...AT_THROAT }, closed);
const Schema = Type.Object({ ...Place.properties, share: Share }, closed);

/** A main supply that has lost this share of its flow. */
export const starvedMain: FaultKind<Static<typeof Schema>, Static<typeof Place>> = {
  kind: 'starvedMain',
  schema: Schema,
  places: ({ throats }) => idsOf(throats).map((throat) => ({ kind: 'starvedMain', throat })),
  typical: (place, times) => ({ ...place, share: shareOf(0.4, times) }),
  departs: ({ throat, share }) => ({ throats: { [throat]: { mainFlow: 1 - share } } }),
  test: 'look',
  forgets: () => ({}),
};
