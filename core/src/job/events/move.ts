import Type from 'typebox';
import { closed, envelope } from './envelope';

/** What was expected of the move when it was advised: kept so that the surprise can be seen later. */
const Expectation = Type.Object(
  {
    throats: Type.Array(
      Type.Object(
        {
          throat: Type.String(),
          depressionKPa: Type.Number(),
          deviationKPa: Type.Number(),
          uncertaintyKPa: Type.Number(),
        },
        closed,
      ),
    ),
    /** Where airflow decides: per cent of air from the group. */
    airflow: Type.Optional(
      Type.Array(
        Type.Object(
          { throat: Type.String(), deviationPercent: Type.Number(), uncertaintyPercent: Type.Number() },
          closed,
        ),
      ),
    ),
    rpm: Type.Number(),
  },
  closed,
);

/** A screw was turned: clockwise as seen from its head is positive. Whole sixteenths, exact in binary. */
export const MoveSchema = Type.Object(
  {
    ...envelope,
    kind: Type.Literal('move'),
    adjuster: Type.String({ minLength: 1, maxLength: 32 }),
    turns: Type.Number({ multipleOf: 0.0625, minimum: -20, maximum: 20 }),
    advisedTurns: Type.Optional(Type.Number()),
    expected: Type.Optional(Expectation),
  },
  closed,
);
