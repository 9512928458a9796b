import Type from 'typebox';
import { MEASURE_UNIT_NAMES } from '../../../units';
import { figure, text } from '../../../validation';
import { closed, envelope } from '../envelope';

const Unit = Type.Unsafe<(typeof MEASURE_UNIT_NAMES)[number]>(
  Type.Union(MEASURE_UNIT_NAMES.map((name) => Type.Literal(name))),
);

/** Something measured on the sheet: as it was typed, and in the quantity's own unit; of a choice, its name. */
export const MeasuredSchema = Type.Object(
  {
    ...envelope(1),
    kind: Type.Literal('measured'),
    quantity: text(40, 1),
    /** A carburetor, a throat, a cylinder or an inlet by its name; left out for the bank. */
    place: Type.Optional(text(80, 1)),
    when: Type.Union([Type.Literal('found'), Type.Literal('set')]),
    typed: text(40, 1),
    result: Type.Union([
      Type.Object({ is: Type.Literal('figure'), value: figure(-1e6, 1e6), unit: Unit }, closed),
      Type.Object({ is: Type.Literal('choice'), choice: text(40, 1) }, closed),
    ]),
    /** What it was measured with, where that was said. */
    instrument: Type.Optional(text(80, 1)),
  },
  closed,
);
