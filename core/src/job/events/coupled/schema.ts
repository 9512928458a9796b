import Type from 'typebox';
import { closed, envelope, Part } from '../envelope';

/** A coupling was clamped, or loosened again. */
export const CoupledSchema = Type.Object(
  {
    ...envelope(1),
    kind: Type.Literal('coupled'),
    coupling: Part,
    state: Type.Union([Type.Literal('clamped'), Type.Literal('loosened')]),
  },
  closed,
);
