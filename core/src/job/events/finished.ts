import Type from 'typebox';
import { closed, envelope } from './envelope';

/** The job was closed. `probability`: how sure the readings made us then that every target held. */
export const FinishedSchema = Type.Object(
  {
    ...envelope,
    kind: Type.Literal('finished'),
    outcome: Type.Union([Type.Literal('balanced'), Type.Literal('leftAsIs')]),
    probability: Type.Number({ minimum: 0, maximum: 1 }),
  },
  closed,
);
