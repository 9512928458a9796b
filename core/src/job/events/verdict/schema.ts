import Type, { type Static } from 'typebox';
import { closed, envelope, Part } from '../envelope';

/** What the readings may say is wrong with an engine, or with the gauges on it: a fault that no screw cures. */
const SuspicionSchema = Type.Union([
  Type.Object({ kind: Type.Literal('deadScrew'), adjuster: Part }, closed),
  Type.Object(
    {
      kind: Type.Literal('exchangedHoses'),
      throats: Type.Array(Part, { minItems: 2, maxItems: 2, uniqueItems: true }),
    },
    closed,
  ),
  Type.Object({ kind: Type.Literal('restlessStop'), throat: Part }, closed),
  Type.Object({ kind: Type.Literal('airLeak'), throat: Part }, closed),
]);

export type Suspicion = Static<typeof SuspicionSchema>;

/** What the person found about a suspicion: nothing (it is not raised again), or the fault, and put it right. */
export const VerdictSchema = Type.Object(
  {
    ...envelope(1),
    kind: Type.Literal('verdict'),
    suspicion: SuspicionSchema,
    verdict: Type.Union([Type.Literal('dismissed'), Type.Literal('mended')]),
  },
  closed,
);
