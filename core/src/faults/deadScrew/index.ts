import Type, { type Static } from 'typebox';
import { concernOf, type Setup } from '../../setup';
import type { FaultKind } from '../faultKind';
import { AT_SCREW, closed, idsOf } from '../places';

const Place = Type.Object({ kind: Type.Literal('deadScrew'), ...AT_SCREW }, closed);

/** A screw that turns and moves nothing: stripped, or not touching. */
export const deadScrew: FaultKind<Static<typeof Place>, Static<typeof Place>> = {
  kind: 'deadScrew',
  schema: Place,
  places: (setup) => stopScrews(setup).map((adjuster) => ({ kind: 'deadScrew', adjuster })),
  typical: (place) => place,
  departs: ({ adjuster }) => ({ screws: { [adjuster]: { movesNothing: true } } }),
  test: 'turnItsScrew',
  shows: {
    odds: 0.02,
    ways: [
      {
        worthALook: (setup, { turned, isWeak }) =>
          stopScrews(setup)
            .filter((adjuster) => turned.has(adjuster) && isWeak(adjuster))
            .map((adjuster) => ({ kind: 'deadScrew', adjuster })),
        suppose: ({ adjuster }) => ({ deadScrews: [adjuster] }),
      },
    ],
    foundAt: () => [],
    foundAs: () => undefined,
  },
  forgets: ({ adjuster }) => ({ screws: [adjuster] }),
};

function stopScrews({ adjusters }: Setup): readonly string[] {
  return idsOf(adjusters.filter((adjuster) => concernOf(adjuster) === 'rest'));
}
