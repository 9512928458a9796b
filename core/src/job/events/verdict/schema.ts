import Type from 'typebox';
import { SuspicionSchema } from '../../../faults';
import { closed, envelope } from '../envelope';

/**
 * What the person found about a suspicion: nothing (it is not raised again), the fault, and put it right, or the fault, which stays as
 * it is for now.
 */
export const VerdictSchema = Type.Object(
  {
    ...envelope(2),
    kind: Type.Literal('verdict'),
    suspicion: SuspicionSchema,
    verdict: Type.Union([Type.Literal('dismissed'), Type.Literal('mended'), Type.Literal('stays')]),
  },
  closed,
);
