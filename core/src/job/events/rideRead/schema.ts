import Type from 'typebox';
import { MOST_SENSORS } from '../../../road/table/meaning';
import { JUDGED, MOST_UNITS, REGIMES } from '../../../road/words';
import { figure, oneOf } from '../../../validation';
import { closed, EventId, envelope } from '../envelope';

const UnitSchema = Type.Object(
  {
    regime: oneOf(JUDGED),
    lambda: figure(0.3, 4),
    seconds: figure(0, 1e6),
    opening: Type.Optional(figure(-1, 2)),
    logRpm: Type.Optional(figure(0, 12)),
    at: figure(0, 1e6),
  },
  closed,
);

/**
 * What a logged ride came to, as it was read: pieces of regimes that are believed, and what somebody has said of its times. The last one of a
 * ride counts; its file is kept, so that it can be read again.
 */
export const RideReadSchema = Type.Object(
  {
    ...envelope(1),
    kind: Type.Literal('rideRead'),
    /** The event with which the ride was logged. */
    ride: EventId,
    stretches: Type.Array(
      Type.Object({ from: figure(0, 1e6), to: figure(0, 1e6), as: oneOf([...REGIMES, 'leftOut'] as const) }, closed),
      { maxItems: 400 },
    ),
    markerAt: Type.Optional(figure(0, 1e6)),
    sensors: Type.Array(
      Type.Object(
        {
          sensor: Type.Integer({ minimum: 1, maximum: MOST_SENSORS }),
          units: Type.Array(UnitSchema, { maxItems: MOST_UNITS }),
          /** Quick openings: how far lambda went lean of where it settled. */
          tipIn: Type.Optional(
            Type.Object(
              { spike: figure(-4, 4), deviation: figure(0, 4), count: Type.Integer({ minimum: 1, maximum: 100_000 }) },
              closed,
            ),
          ),
        },
        closed,
      ),
      { maxItems: MOST_SENSORS },
    ),
  },
  closed,
);
