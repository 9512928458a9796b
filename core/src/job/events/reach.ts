import Type from 'typebox';
import { closed, envelope } from './envelope';

/** A screw that the person cannot get at (or can again): advice does without it. */
export const ReachSchema = Type.Object(
  {
    ...envelope,
    kind: Type.Literal('reach'),
    adjuster: Type.String({ minLength: 1, maxLength: 32 }),
    state: Type.Union([Type.Literal('outOfReach'), Type.Literal('withinReach')]),
  },
  closed,
);
