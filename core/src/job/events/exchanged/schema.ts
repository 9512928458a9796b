import Type from 'typebox';
import { text } from '../../../validation';
import { closed, envelope, Part } from '../envelope';

/** Two places changed a part, one thing at a time, and whether the fault stayed, followed the part or vanished. */
export const ExchangedSchema = Type.Object(
  {
    ...envelope(1),
    kind: Type.Literal('exchanged'),
    what: text(40, 1),
    places: Type.Array(Part, { minItems: 2, maxItems: 2, uniqueItems: true }),
    outcome: Type.Union([Type.Literal('stayed'), Type.Literal('followed'), Type.Literal('vanished')]),
  },
  closed,
);
