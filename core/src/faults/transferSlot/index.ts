import Type, { type Static } from 'typebox';
import type { FaultKind } from '../faultKind';
import { AT_THROAT, closed } from '../places';

const Place = Type.Object({ kind: Type.Literal('transferSlot'), ...AT_THROAT }, closed);
const Schema = Type.Object({ ...Place.properties, mm: Type.Number({ exclusiveMinimum: 0, maximum: 5 }) }, closed);

/**
 * A plate that stands open past its transfer slot: so much more of the slot shows at idle than should. Fuel comes out of the slot instead of past
 * the screw. common practice, no source: 1 mm should show, past 1.7 mm screws lose their say, 3 mm is far out.
 */
export const transferSlot: FaultKind<Static<typeof Schema>, Static<typeof Place>> = {
  kind: 'transferSlot',
  schema: Schema,
  places: ({ throats }) =>
    throats
      .filter(({ throttle = 'plate' }) => throttle === 'plate')
      .map(({ id }) => ({ kind: 'transferSlot', throat: id })),
  typical: (place, times) => ({ ...place, mm: 1.3 * times }),
  departs: ({ throat, mm }) => ({ throats: { [throat]: { slotMore: mm / 1000 } } }),
  test: 'look',
  forgets: ({ throat }) => ({ trims: [throat] }),
};
