import Type from 'typebox';
import { closed, envelope } from './envelope';

/** A coupling was clamped, or loosened again. */
export const CoupledSchema = Type.Object(
  {
    ...envelope,
    kind: Type.Literal('coupled'),
    coupling: Type.String({ minLength: 1, maxLength: 32 }),
    state: Type.Union([Type.Literal('clamped'), Type.Literal('loosened')]),
  },
  closed,
);
