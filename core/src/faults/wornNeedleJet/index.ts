import Type, { type Static } from 'typebox';
import type { FaultKind } from '../faultKind';
import { AT_THROAT, closed } from '../places';

const Place = Type.Object({ kind: Type.Literal('wornNeedleJet'), ...AT_THROAT }, closed);
const Schema = Type.Object({ ...Place.properties, share: Type.Number({ exclusiveMinimum: 0, maximum: 2 }) }, closed);

/** A needle jet that has worn oval: it passes this share more wherever the needle meters, which a constant-depression carburetor does at idle too. */
export const wornNeedleJet: FaultKind<Static<typeof Schema>, Static<typeof Place>> = {
  kind: 'wornNeedleJet',
  schema: Schema,
  places: ({ throats }) =>
    throats
      .filter(({ throttle }) => throttle === 'constantDepression' || throttle === 'slide')
      .map(({ id }) => ({ kind: 'wornNeedleJet', throat: id })),
  typical: (place, times) => ({ ...place, share: 0.35 * times }),
  departs: ({ throat, share }) => ({ throats: { [throat]: { needleFlow: 1 + share } } }),
  test: 'look',
  forgets: ({ throat }) => ({ trims: [throat] }),
};
