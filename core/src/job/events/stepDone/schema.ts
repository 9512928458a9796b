import Type from 'typebox';
import { text } from '../../../validation';
import { closed, envelope } from '../envelope';

/** A step of the sheet was done, at a place where it has several. */
export const StepDoneSchema = Type.Object(
  { ...envelope(1), kind: Type.Literal('stepDone'), step: text(40, 1), place: Type.Optional(text(80, 1)) },
  closed,
);
