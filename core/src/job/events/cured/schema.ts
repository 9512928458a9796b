import Type from 'typebox';
import { text } from '../../../validation';
import { closed, envelope, Part } from '../envelope';

/** A cause was found and put right; `proof` is the test that showed it, where there was one. */
export const CuredSchema = Type.Object(
  {
    ...envelope(1),
    kind: Type.Literal('cured'),
    cause: text(40, 1),
    place: Type.Optional(Part),
    proof: Type.Optional(text(40, 1)),
  },
  closed,
);
