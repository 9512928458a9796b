import Type, { type Static } from 'typebox';
import type { FaultKind } from '../faultKind';
import { closed, idsOf, Share, shareOf } from '../places';

const Place = Type.Object({ kind: Type.Literal('chokeStuck') }, closed);
const Schema = Type.Object({ ...Place.properties, share: Share }, closed);

/** A choke that stays on by this share. */
export const chokeStuck: FaultKind<Static<typeof Schema>, Static<typeof Place>> = {
  kind: 'chokeStuck',
  schema: Schema,
  places: () => [{ kind: 'chokeStuck' }],
  typical: (place, times) => ({ ...place, share: shareOf(0.25, times) }),
  departs: ({ share }) => ({ common: { chokeOn: share } }),
  test: 'look',
  forgets: (_, { throats }) => ({ rests: idsOf(throats) }),
};
