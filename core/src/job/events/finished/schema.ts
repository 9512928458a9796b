import Type from 'typebox';
import { figure } from '../../../validation';
import { closed, envelope } from '../envelope';

/**
 * The work at the bench ended. `probability`: how sure the readings made us then that every target held. `endsJob`: as version 1 had
 * it, the job was closed with it.
 */
export const FinishedSchema = Type.Object(
  {
    ...envelope(2),
    kind: Type.Literal('finished'),
    outcome: Type.Union([Type.Literal('balanced'), Type.Literal('leftAsIs')]),
    probability: figure(0, 1),
    endsJob: Type.Optional(Type.Literal(true)),
  },
  closed,
);
