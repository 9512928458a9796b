import Type from 'typebox';
import { text } from '../../../validation';
import { closed, envelope, Part } from '../envelope';

/**
 * Something that was noticed, or looked for and not found, by its name on the map of suspects; `place` is a throat or a cylinder. Any name
 * may stand here, so that a new observation changes no schema of the log.
 */
export const ObservedSchema = Type.Object(
  {
    ...envelope(1),
    kind: Type.Literal('observed'),
    observation: text(40, 1),
    place: Type.Optional(Part),
    seen: Type.Boolean(),
  },
  closed,
);
