import Type, { type Static } from 'typebox';
import { concernOf } from '../../setup';
import type { FaultKind } from '../faultKind';
import { AT_SCREW, closed, idsOf } from '../places';

const Place = Type.Object({ kind: Type.Literal('wrongBase'), ...AT_SCREW }, closed);
const Schema = Type.Object({ ...Place.properties, turns: Type.Number({ minimum: -4, maximum: 4 }) }, closed);

/** A screw that somebody set this far in from where it should be. */
export const wrongBase: FaultKind<Static<typeof Schema>, Static<typeof Place>> = {
  kind: 'wrongBase',
  schema: Schema,
  places: ({ adjusters }) =>
    idsOf(adjusters.filter((adjuster) => concernOf(adjuster) === 'mixture')).map((adjuster) => ({
      kind: 'wrongBase',
      adjuster,
    })),
  typical: (place, times) => ({ ...place, turns: -1.2 * times }),
  departs: ({ adjuster, turns }) => ({ screws: { [adjuster]: { astray: turns } } }),
  test: 'look',
  forgets: () => ({}),
};
