import Type from 'typebox';
import { MOST_SENSORS, RideDescriptionSchema } from '../../../road/table/meaning';
import { figure, positive, text } from '../../../validation';
import { closed, envelope, Part } from '../envelope';

/** A ride was logged: its file is kept with the job by the hash of its content, and says by which description it is read. */
export const RideLoggedSchema = Type.Object(
  {
    ...envelope(1),
    kind: Type.Literal('rideLogged'),
    hash: Type.String({ pattern: '^[0-9a-f]{64}$' }),
    /** The file's own name. */
    name: text(200, 1),
    description: RideDescriptionSchema,
    /** Whose exhaust each sensor sat in: several cylinders for one in the collector. */
    sensors: Type.Array(
      Type.Object(
        {
          sensor: Type.Integer({ minimum: 1, maximum: MOST_SENSORS }),
          cylinders: Type.Array(Part, { minItems: 1, maxItems: 16, uniqueItems: true }),
        },
        closed,
      ),
      { minItems: 1, maxItems: MOST_SENSORS },
    ),
    seconds: figure(0, 1e6),
    /** Middle of the steps from row to row. */
    stepS: positive(3600),
  },
  closed,
);
