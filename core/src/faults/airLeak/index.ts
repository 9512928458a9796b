import Type, { type Static } from 'typebox';
import { at } from '../../basics';
import type { FaultKind } from '../faultKind';
import { AT_THROAT, closed, idsOf } from '../places';

const Place = Type.Object({ kind: Type.Literal('airLeak'), ...AT_THROAT }, closed);
const Schema = Type.Object(
  { ...Place.properties, areaMm2: Type.Number({ exclusiveMinimum: 0, maximum: 100 }) },
  closed,
);

/** Air that a leak lets in behind one throttle, as log airflow of its throat. Ours: below the least it hides among the screws. */
const SHOWS_FROM = [0.2, 0.35, 0.5, 0.65];
/** A cylinder that a leak makes too lean misfires more or less with every turn: its pressure moves by this. Ours; log airflow. */
const MISFIRING = 0.06;
/** A leak that people notice, for a bore of 30 mm that feeds one cylinder: 1 mm2. Ours. */
const BORES_MM2 = 900;

/** Air that gets in behind a throttle: a flange, a boot, an uncovered port. The area is effective (discharge included). */
export const airLeak: FaultKind<Static<typeof Schema>, Static<typeof Place>> = {
  kind: 'airLeak',
  schema: Schema,
  places: ({ throats }) => leaksAt(idsOf(throats)),
  typical(place, times, { throats }) {
    const { boreMm, feeds } = at(
      throats.filter(({ id }) => id === place.throat),
      0,
    );
    return { ...place, areaMm2: times * ((boreMm * boreMm * Math.min(2, feeds.length)) / BORES_MM2) };
  },
  departs: ({ throat, areaMm2 }) => ({ throats: { [throat]: { leakArea: areaMm2 * 1e-6 } } }),
  test: 'meterMouths',
  shows: {
    odds: 0.02,
    ways: [
      // The cylinder fires as well as any: only a meter sees less air at the mouth than the pressure speaks of.
      {
        worthALook: ({ throats }, { metered }) => (metered ? leaksAt(idsOf(throats)) : []),
        suppose: ({ throat }) => ({ leaks: [throat] }),
      },
      // It misfires, more or less with every turn.
      {
        worthALook: ({ throats }, { metered, startled, turned }) =>
          metered || (startled && turned.size > 0) ? leaksAt(idsOf(throats)) : [],
        suppose: ({ throat }) => ({
          leaks: [throat],
          strays: [{ throat, after: 'turns', logAirflow: MISFIRING }],
        }),
      },
    ],
    foundAt: ({ throats }) => leaksAt(idsOf(throats)),
    foundAs: (_, { throat }) => ({ as: 'apart', throat, by: SHOWS_FROM }),
  },
  forgets: ({ throat }) => ({ trims: [throat], screwsOf: [throat] }),
};

function leaksAt(throats: readonly string[]) {
  return throats.map((throat) => ({ kind: 'airLeak' as const, throat }));
}
