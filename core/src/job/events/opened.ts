import Type from 'typebox';
import { SetupSchema } from '../../setup/schema';
import { closed, envelope } from './envelope';

/** The job began: on which machine, what was complained of, and the setup as it was then. */
export const OpenedSchema = Type.Object(
  {
    ...envelope,
    kind: Type.Literal('opened'),
    machine: Type.String({ minLength: 1, maxLength: 120 }),
    complaint: Type.String({ maxLength: 2000 }),
    setup: SetupSchema,
  },
  closed,
);
