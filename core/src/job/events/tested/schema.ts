import Type from 'typebox';
import { text } from '../../../validation';
import { closed, envelope, Part } from '../envelope';

/** What a test of the map of suspects answered; `place` is the throat or the cylinder that it was done at. */
export const TestedSchema = Type.Object(
  {
    ...envelope(1),
    kind: Type.Literal('tested'),
    test: text(40, 1),
    place: Type.Optional(Part),
    answer: text(40, 1),
  },
  closed,
);
