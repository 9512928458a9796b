import Type from 'typebox';
import { positive, text } from '../../../validation';
import { closed, envelope, Part } from '../envelope';

/**
 * The air that each throat takes, by a meter held on one mouth after the other, in the meter's own scale units: they compare with each
 * other only. The scale must be even (twice the figure, twice the air).
 */
export const AirflowSchema = Type.Object(
  {
    ...envelope(2),
    kind: Type.Literal('airflow'),
    instrument: Type.Optional(text(120)),
    /** Read on a simulated engine. */
    practice: Type.Optional(Type.Literal(true)),
    throats: Type.Array(
      Type.Object(
        {
          throat: Part,
          shown: positive(100_000),
          /** Standard uncertainty in scale units: the eye, and how the hand seats the meter. */
          uncertainty: positive(100_000),
        },
        closed,
      ),
      { minItems: 2, maxItems: 8 },
    ),
    rpm: Type.Optional(positive(20_000)),
  },
  closed,
);
