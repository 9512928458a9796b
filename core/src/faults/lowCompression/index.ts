import Type, { type Static } from 'typebox';
import type { FaultKind } from '../faultKind';
import { AT_CYLINDER, closed, idsOf, Share, shareOf, throatsFeeding } from '../places';

const Place = Type.Object({ kind: Type.Literal('lowCompression'), ...AT_CYLINDER }, closed);
const Schema = Type.Object({ ...Place.properties, loss: Share }, closed);

/** A cylinder that loses this share of its work: rings, a tight valve. */
export const lowCompression: FaultKind<Static<typeof Schema>, Static<typeof Place>> = {
  kind: 'lowCompression',
  schema: Schema,
  places: ({ cylinders }) => idsOf(cylinders).map((cylinder) => ({ kind: 'lowCompression', cylinder })),
  typical: (place, times) => ({ ...place, loss: shareOf(0.3, times) }),
  departs: ({ cylinder, loss }) => ({ cylinders: { [cylinder]: { workLost: loss } } }),
  test: 'look',
  forgets: ({ cylinder }, setup) => ({ trims: throatsFeeding(setup, cylinder) }),
};
