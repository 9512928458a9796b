import Type from 'typebox';
import { HEARD_ANSWERS } from '../../../mixture/words';
import { figure, oneOf } from '../../../validation';
import { closed, envelope } from '../envelope';

/** The speed as it is with the screws where they are, by a tachometer; or how two ears heard it answer the last turn. */
export const RespondedSchema = Type.Object(
  {
    ...envelope(1),
    kind: Type.Literal('responded'),
    answer: Type.Union([
      Type.Object(
        { by: Type.Literal('tachometer'), rpm: figure(100, 20_000), uncertaintyRpm: Type.Optional(figure(0, 2000)) },
        closed,
      ),
      Type.Object({ by: Type.Literal('ears'), heard: oneOf(HEARD_ANSWERS) }, closed),
    ]),
  },
  closed,
);
