import Type, { type Static } from 'typebox';
import type { FaultKind } from '../faultKind';
import { closed } from '../places';

const Place = Type.Object({ kind: Type.Literal('fuelBoil') }, closed);
const Schema = Type.Object({ ...Place.properties, share: Type.Number({ exclusiveMinimum: 0, maximum: 5 }) }, closed);

/** Blended fuel that boils in the bowls after a hot stop: this times an idle’s fuel comes over as the engine is started again. */
export const fuelBoil: FaultKind<Static<typeof Schema>, Static<typeof Place>> = {
  kind: 'fuelBoil',
  schema: Schema,
  places: () => [{ kind: 'fuelBoil' }],
  typical: (place, times) => ({ ...place, share: 0.5 * times }),
  departs: ({ share }) => ({ common: { boilsOver: share } }),
  test: 'look',
  forgets: () => ({}),
};
