import Type from 'typebox';
import { figure, text } from '../../../validation';
import { closed, envelope, Part } from '../envelope';

/** What a machine had run: km by its odometer, hours by its meter. */
export const CounterSchema = Type.Object(
  { km: Type.Optional(figure(0, 1e6)), hours: Type.Optional(figure(0, 1e6)) },
  closed,
);

/** A cause was found and put right; `proof` is the test that showed it, where there was one. */
export const CuredSchema = Type.Object(
  {
    ...envelope(2),
    kind: Type.Literal('cured'),
    cause: text(40, 1),
    place: Type.Optional(Part),
    proof: Type.Optional(text(40, 1)),
    /** What the machine had run then, where the sheet says it. */
    counter: Type.Optional(CounterSchema),
  },
  closed,
);
