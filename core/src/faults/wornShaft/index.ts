import Type, { type Static } from 'typebox';
import { sharedShafts } from '../../setup';
import { radiansFromDegrees } from '../../units';
import type { FaultKind } from '../faultKind';
import { AT_THROAT, closed, idsOf } from '../places';

const Place = Type.Object({ kind: Type.Literal('wornShaft'), ...AT_THROAT }, closed);
const Schema = Type.Object({ ...Place.properties, restDeg: Type.Number({ exclusiveMinimum: 0, maximum: 5 }) }, closed);

/** A throttle that does not repeat comes to rest elsewhere by about this, log airflow. Ours: five kPa. */
const STRAYS_BY = 0.1;
/** How far from its sisters it may have come to rest, log airflow. Ours: half a degree at the most. */
const FOUND_OFF_BY = [-0.35, -0.2, -0.1, 0.1, 0.2, 0.35];

/** A worn throttle shaft, or a stop or spring that does not repeat: after every blip the plate does not return to the same stop, by this many degrees (one standard deviation). */
export const wornShaft: FaultKind<Static<typeof Schema>, Static<typeof Place>> = {
  kind: 'wornShaft',
  schema: Schema,
  places: ({ throats }) => wornAt(idsOf(throats)),
  typical: (place, times) => ({ ...place, restDeg: 0.25 * times }),
  departs: ({ throat, restDeg }) => ({ throats: { [throat]: { restSpread: radiansFromDegrees(restDeg) } } }),
  test: 'blip',
  shows: {
    odds: 0.02,
    ways: [
      {
        worthALook(setup, { turned, blipped, startled }) {
          const moved = blipped || turned.size > 0;
          // Where the bank as found speaks of it too, turns and blips must be able to answer.
          const onShafts = moved && sharedShafts(setup).length > 0;
          return (startled && moved) || onShafts ? wornAt(idsOf(setup.throats)) : [];
        },
        suppose: ({ throat }) => ({ strays: [{ throat, after: 'turnsAndBlips', logAirflow: STRAYS_BY }] }),
      },
    ],
    foundAt: (setup) => wornAt(sharedShafts(setup).flat()),
    // A throttle with a stop of its own stands where it was set; only its sisters on the shaft tell that it strayed.
    foundAs: (setup, { throat }) =>
      sharedShafts(setup).flat().includes(throat) ? { as: 'apart', throat, by: FOUND_OFF_BY } : undefined,
  },
  forgets: ({ throat }) => ({ rests: [throat] }),
};

function wornAt(throats: readonly string[]) {
  return throats.map((throat) => ({ kind: 'wornShaft' as const, throat }));
}
