import Type, { type Static } from 'typebox';

const closed = { additionalProperties: false };
const Part = Type.String({ minLength: 1, maxLength: 32 });

/** Air that gets in behind a throttle: a flange, a boot, an uncovered port. The area is effective (discharge included). */
const AirLeak = Type.Object(
  { kind: Type.Literal('airLeak'), throat: Part, areaMm2: Type.Number({ exclusiveMinimum: 0, maximum: 100 }) },
  closed,
);

/** A worn throttle shaft: after every blip the plate rests elsewhere, by this many degrees (one standard deviation). */
const WornShaft = Type.Object(
  { kind: Type.Literal('wornShaft'), throat: Part, restDeg: Type.Number({ exclusiveMinimum: 0, maximum: 5 }) },
  closed,
);

/** A screw that turns and moves nothing: stripped, or not touching. */
const DeadScrew = Type.Object({ kind: Type.Literal('deadScrew'), adjuster: Part }, closed);

/** A cylinder that loses this share of its work: compression, a tight valve. */
const LowCompression = Type.Object(
  { kind: Type.Literal('lowCompression'), cylinder: Part, loss: Type.Number({ exclusiveMinimum: 0, maximum: 1 }) },
  closed,
);

/** A cylinder that does not fire in this share of its cycles. */
const WeakSpark = Type.Object(
  { kind: Type.Literal('weakSpark'), cylinder: Part, missShare: Type.Number({ exclusiveMinimum: 0, maximum: 1 }) },
  closed,
);

/** Something wrong with an engine, with its place and strength. Any number may be combined. */
export const FaultSchema = Type.Union([AirLeak, WornShaft, DeadScrew, LowCompression, WeakSpark]);

export type Fault = Static<typeof FaultSchema>;
export type FaultOf<K extends Fault['kind']> = Extract<Fault, { kind: K }>;

/** The faults of one kind. */
export function faultsOf<K extends Fault['kind']>(faults: readonly Fault[], kind: K): readonly FaultOf<K>[] {
  return faults.filter((fault): fault is FaultOf<K> => fault.kind === kind);
}
