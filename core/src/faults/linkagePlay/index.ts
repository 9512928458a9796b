import Type, { type Static } from 'typebox';
import { radiansFromDegrees } from '../../units';
import type { FaultKind } from '../faultKind';
import { AT_THROAT, closed, idsOf } from '../places';

const Place = Type.Object({ kind: Type.Literal('linkagePlay'), ...AT_THROAT }, closed);
const Schema = Type.Object({ ...Place.properties, deg: Type.Number({ exclusiveMinimum: 0, maximum: 20 }) }, closed);

/** Play in a throttle’s link: it is picked up this much later than its sisters. */
export const linkagePlay: FaultKind<Static<typeof Schema>, Static<typeof Place>> = {
  kind: 'linkagePlay',
  schema: Schema,
  places: ({ throats }) => idsOf(throats).map((throat) => ({ kind: 'linkagePlay', throat })),
  typical: (place, times) => ({ ...place, deg: times }),
  departs: ({ throat, deg }) => ({ throats: { [throat]: { play: radiansFromDegrees(deg) } } }),
  test: 'look',
  forgets: () => ({}),
};
