import Type from 'typebox';
import { text } from '../../../validation';
import { closed, envelope } from '../envelope';

/** Words worth keeping with the job. */
export const NoteSchema = Type.Object({ ...envelope(1), kind: Type.Literal('note'), text: text(4000, 1) }, closed);
