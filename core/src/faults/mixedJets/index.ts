import Type, { type Static } from 'typebox';
import type { FaultKind } from '../faultKind';
import { AT_TWO_THROATS, closed, idsOf, pairsOf } from '../places';

const Place = Type.Object({ kind: Type.Literal('mixedJets'), ...AT_TWO_THROATS }, closed);
const Schema = Type.Object({ ...Place.properties, ratio: Type.Number({ exclusiveMinimum: 0.3, maximum: 3 }) }, closed);

/** Two carburetors with each other’s jets: the first flows this many times what it should, the second as many times less. */
export const mixedJets: FaultKind<Static<typeof Schema>, Static<typeof Place>> = {
  kind: 'mixedJets',
  schema: Schema,
  places: ({ throats }) => pairsOf(idsOf(throats)).map((pair) => ({ kind: 'mixedJets', throats: pair })),
  typical: (place, times) => ({ ...place, ratio: 1 + 0.15 * times }),
  departs: ({ throats: [first = '', second = ''], ratio }) => ({
    throats: { [first]: { idleFlow: ratio, mainFlow: ratio }, [second]: { idleFlow: 1 / ratio, mainFlow: 1 / ratio } },
  }),
  test: 'look',
  forgets: ({ throats }) => ({ trims: throats }),
};
