import Type from 'typebox';
import { METERING_PARTS, STEP_UNITS } from '../../../road/parts/metering';
import { JUDGED } from '../../../road/words';
import { figure, oneOf } from '../../../validation';
import { closed, envelope, Part } from '../envelope';

const Cylinders = Type.Array(Part, { minItems: 1, maxItems: 16, uniqueItems: true });

/** A part of the carburetors is to be changed, and what the next log is expected to show, regime by regime. */
export const RoadChangeSchema = Type.Object(
  {
    ...envelope(1),
    kind: Type.Literal('roadChange'),
    part: oneOf(METERING_PARTS),
    unit: oneOf(STEP_UNITS),
    /** Richer above nought. */
    steps: Type.Integer({ minimum: -20, maximum: 20 }),
    cylinders: Cylinders,
    isEveryCylinder: Type.Boolean(),
    expected: Type.Array(
      Type.Object(
        {
          cylinders: Cylinders,
          regime: oneOf(JUDGED),
          before: figure(0.3, 4),
          beforeDeviation: figure(0, 2),
          expected: figure(0.1, 8),
          deviation: figure(0, 4),
          share: figure(0, 1),
        },
        closed,
      ),
      { maxItems: 96 },
    ),
  },
  closed,
);
