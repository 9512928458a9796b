import Type from 'typebox';
import { closed, envelope } from './envelope';

/** Words worth keeping with the job. */
export const NoteSchema = Type.Object(
  { ...envelope, kind: Type.Literal('note'), text: Type.String({ minLength: 1, maxLength: 4000 }) },
  closed,
);
