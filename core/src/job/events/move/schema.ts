import Type from 'typebox';
import { figure } from '../../../validation';
import { closed, envelope, Part } from '../envelope';

const KiloPascals = figure(-1e6, 1e6);
const Percent = figure(-1e6, 1e6);

/** What was expected of the move when it was advised: kept so that the surprise can be seen later. */
const Expectation = Type.Object(
  {
    throats: Type.Array(
      Type.Object(
        { throat: Part, depressionKPa: KiloPascals, deviationKPa: KiloPascals, uncertaintyKPa: figure(0, 1e6) },
        closed,
      ),
      { maxItems: 8 },
    ),
    /** Where airflow decides: per cent of air from the group. */
    airflow: Type.Optional(
      Type.Array(Type.Object({ throat: Part, deviationPercent: Percent, uncertaintyPercent: figure(0, 1e6) }, closed), {
        maxItems: 8,
      }),
    ),
    rpm: figure(-1e6, 1e6),
  },
  closed,
);

/** A screw was turned: clockwise as seen from its head is positive. Whole thirty-seconds, exact in binary; of a jet whole sizes larger. */
export const MoveSchema = Type.Object(
  {
    ...envelope(2),
    kind: Type.Literal('move'),
    adjuster: Part,
    turns: Type.Number({ multipleOf: 0.03125, minimum: -20, maximum: 20 }),
    advisedTurns: Type.Optional(figure(-100, 100)),
    expected: Type.Optional(Expectation),
  },
  closed,
);
