import Type from 'typebox';
import { SetupSchema } from '../../../setup/schema';
import { text } from '../../../validation';
import { closed, envelope } from '../envelope';

/** The job began: on which machine, what was complained of, and the setup as it was then. */
export const OpenedSchema = Type.Object(
  {
    ...envelope(2),
    kind: Type.Literal('opened'),
    machine: text(120, 1),
    complaint: text(2000),
    setup: SetupSchema,
    /** On a simulated engine. */
    practice: Type.Optional(Type.Literal(true)),
  },
  closed,
);
