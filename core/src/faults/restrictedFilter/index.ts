import Type, { type Static } from 'typebox';
import type { FaultKind } from '../faultKind';
import { closed, shareOf } from '../places';

const Place = Type.Object({ kind: Type.Literal('restrictedFilter') }, closed);
const Schema = Type.Object({ ...Place.properties, share: Type.Number({ exclusiveMinimum: 0, maximum: 0.95 }) }, closed);

/** An air filter that has lost this share of its flow. */
export const restrictedFilter: FaultKind<Static<typeof Schema>, Static<typeof Place>> = {
  kind: 'restrictedFilter',
  schema: Schema,
  places: () => [{ kind: 'restrictedFilter' }],
  typical: (place, times) => ({ ...place, share: shareOf(0.5, times) }),
  departs: ({ share }) => ({ common: { filterFlow: 1 - share } }),
  test: 'look',
  forgets: () => ({}),
};
