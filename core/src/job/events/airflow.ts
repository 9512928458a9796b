import Type from 'typebox';
import { closed, envelope } from './envelope';

/**
 * The air that each throat takes, by a meter held on one mouth after the other, in the meter's own scale units: they compare with each
 * other only. The scale must be even (twice the figure, twice the air).
 */
export const AirflowSchema = Type.Object(
  {
    ...envelope,
    kind: Type.Literal('airflow'),
    instrument: Type.Optional(Type.String({ maxLength: 120 })),
    throats: Type.Array(
      Type.Object(
        {
          throat: Type.String({ minLength: 1, maxLength: 32 }),
          shown: Type.Number({ exclusiveMinimum: 0, maximum: 100_000 }),
          /** Standard uncertainty in scale units: the eye, and how the hand seats the meter. */
          uncertainty: Type.Number({ exclusiveMinimum: 0, maximum: 100_000 }),
        },
        closed,
      ),
      { minItems: 2, maxItems: 8 },
    ),
    rpm: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 20_000 })),
  },
  closed,
);
