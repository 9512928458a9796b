import Type from 'typebox';
import { closed, EventId, envelope } from '../envelope';

/** An earlier event no longer counts. Undoing an `undone` brings its target back. */
export const UndoneSchema = Type.Object({ ...envelope(1), kind: Type.Literal('undone'), event: EventId }, closed);
