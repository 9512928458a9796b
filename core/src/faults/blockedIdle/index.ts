import Type, { type Static } from 'typebox';
import type { FaultKind } from '../faultKind';
import { AT_THROAT, closed, idsOf, Share, shareOf } from '../places';

const Place = Type.Object({ kind: Type.Literal('blockedIdle'), ...AT_THROAT }, closed);
const Schema = Type.Object({ ...Place.properties, share: Share }, closed);

/** An idle passage or pilot jet that has lost this share of its flow. */
export const blockedIdle: FaultKind<Static<typeof Schema>, Static<typeof Place>> = {
  kind: 'blockedIdle',
  schema: Schema,
  places: ({ throats }) => idsOf(throats).map((throat) => ({ kind: 'blockedIdle', throat })),
  typical: (place, times) => ({ ...place, share: shareOf(0.35, times) }),
  departs: ({ throat, share }) => ({ throats: { [throat]: { idleFlow: 1 - share } } }),
  test: 'look',
  forgets: ({ throat }) => ({ trims: [throat] }),
};
