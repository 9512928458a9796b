import Type from 'typebox';
import { text } from '../../../validation';
import { closed, envelope } from '../envelope';

/** A photo that is kept with the job, by the hash of its content; at a step and a place where it was taken there. */
export const PhotoSchema = Type.Object(
  {
    ...envelope(1),
    kind: Type.Literal('photo'),
    hash: Type.String({ pattern: '^[0-9a-f]{64}$' }),
    /** As found, or as left. */
    when: Type.Union([Type.Literal('found'), Type.Literal('left')]),
    step: Type.Optional(text(40, 1)),
    place: Type.Optional(text(80, 1)),
  },
  closed,
);
