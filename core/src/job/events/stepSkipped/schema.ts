import Type from 'typebox';
import { text } from '../../../validation';
import { closed, envelope } from '../envelope';

/** A step of the sheet is left out, and why. Without a place: all of it. */
export const StepSkippedSchema = Type.Object(
  {
    ...envelope(1),
    kind: Type.Literal('stepSkipped'),
    step: text(40, 1),
    place: Type.Optional(text(80, 1)),
    reason: text(400, 1),
  },
  closed,
);
