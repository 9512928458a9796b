import Type, { type Static } from 'typebox';
import type { FaultKind } from '../faultKind';
import { AT_CYLINDER, closed, Share, shareOf, throatsFeeding } from '../places';

const Place = Type.Object({ kind: Type.Literal('sharedRobbing'), ...AT_CYLINDER }, closed);
const Schema = Type.Object({ ...Place.properties, share: Share }, closed);

/** A cylinder that draws soon after its sister on the same runner: this share of its fuel goes to her. */
export const sharedRobbing: FaultKind<Static<typeof Schema>, Static<typeof Place>> = {
  kind: 'sharedRobbing',
  schema: Schema,
  places: ({ throats, engine }) =>
    throats
      .filter(({ feeds }) => feeds.length > 1 && engine.strokes === 4)
      .flatMap(({ feeds }) => feeds.map((cylinder) => ({ kind: 'sharedRobbing' as const, cylinder })))
      .filter(({ cylinder }, i, all) => all.findIndex((other) => other.cylinder === cylinder) === i),
  typical: (place, times) => ({ ...place, share: shareOf(0.12, times) }),
  departs: ({ cylinder, share }) => ({ cylinders: { [cylinder]: { robbed: share } } }),
  test: 'look',
  forgets: ({ cylinder }, setup) => ({ trims: throatsFeeding(setup, cylinder) }),
};
