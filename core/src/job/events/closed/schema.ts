import Type from 'typebox';
import { closed, envelope } from '../envelope';

/** The job ended: nothing is added any more until this is undone. */
export const ClosedSchema = Type.Object({ ...envelope(1), kind: Type.Literal('closed') }, closed);
