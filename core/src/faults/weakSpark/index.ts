import Type, { type Static } from 'typebox';
import type { FaultKind } from '../faultKind';
import { AT_CYLINDER, closed, idsOf, Share, shareOf, throatsFeeding } from '../places';

const Place = Type.Object({ kind: Type.Literal('weakSpark'), ...AT_CYLINDER }, closed);
const Schema = Type.Object({ ...Place.properties, missShare: Share }, closed);

/** A cylinder that does not fire in this share of its cycles. */
export const weakSpark: FaultKind<Static<typeof Schema>, Static<typeof Place>> = {
  kind: 'weakSpark',
  schema: Schema,
  places: ({ cylinders }) => idsOf(cylinders).map((cylinder) => ({ kind: 'weakSpark', cylinder })),
  typical: (place, times) => ({ ...place, missShare: shareOf(0.25, times) }),
  departs: ({ cylinder, missShare }) => ({ cylinders: { [cylinder]: { misses: missShare } } }),
  test: 'look',
  forgets: ({ cylinder }, setup) => ({ trims: throatsFeeding(setup, cylinder) }),
};
