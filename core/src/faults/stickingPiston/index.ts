import Type, { type Static } from 'typebox';
import type { FaultKind } from '../faultKind';
import { AT_THROAT, closed, idsOf, Share, shareOf } from '../places';

const Place = Type.Object({ kind: Type.Literal('stickingPiston'), ...AT_THROAT }, closed);
const Schema = Type.Object({ ...Place.properties, share: Share }, closed);

/** A piston that rises by this share too little: a torn diaphragm, or it sticks. */
export const stickingPiston: FaultKind<Static<typeof Schema>, Static<typeof Place>> = {
  kind: 'stickingPiston',
  schema: Schema,
  places: ({ throats }) =>
    idsOf(throats.filter(({ throttle }) => throttle === 'constantDepression')).map((throat) => ({
      kind: 'stickingPiston',
      throat,
    })),
  typical: (place, times) => ({ ...place, share: shareOf(0.4, times) }),
  departs: ({ throat, share }) => ({ throats: { [throat]: { riseLost: share } } }),
  test: 'look',
  forgets: ({ throat }) => ({ trims: [throat] }),
};
