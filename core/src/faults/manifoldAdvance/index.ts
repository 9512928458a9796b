import Type, { type Static } from 'typebox';
import type { FaultKind } from '../faultKind';
import { closed, idsOf } from '../places';

const Place = Type.Object({ kind: Type.Literal('manifoldAdvance') }, closed);
const Schema = Type.Object({ ...Place.properties, deg: Type.Number({ exclusiveMinimum: 0, maximum: 25 }) }, closed);

/** Vacuum advance on a port behind the plate: so many degrees too early at idle. */
export const manifoldAdvance: FaultKind<Static<typeof Schema>, Static<typeof Place>> = {
  kind: 'manifoldAdvance',
  schema: Schema,
  places: () => [{ kind: 'manifoldAdvance' }],
  typical: (place, times) => ({ ...place, deg: 10 * times }),
  departs: ({ deg }) => ({ common: { sparkEarlyDeg: deg } }),
  test: 'look',
  forgets: (_, { throats }) => ({ rests: idsOf(throats) }),
};
