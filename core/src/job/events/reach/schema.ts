import Type from 'typebox';
import { closed, envelope, Part } from '../envelope';

/** A screw that the person cannot get at (or can again): the advice works around it. */
export const ReachSchema = Type.Object(
  {
    ...envelope(1),
    kind: Type.Literal('reach'),
    adjuster: Part,
    state: Type.Union([Type.Literal('outOfReach'), Type.Literal('withinReach')]),
  },
  closed,
);
