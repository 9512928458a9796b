import Type from 'typebox';
import { closed, envelope } from '../envelope';

/** From now on readings are of the idle, or of an engine that a hand holds at a steady speed above it. */
export const StageSchema = Type.Object(
  {
    ...envelope(1),
    kind: Type.Literal('stage'),
    stage: Type.Union([Type.Literal('idle'), Type.Literal('offIdle')]),
  },
  closed,
);
