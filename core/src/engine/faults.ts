import Type, { type Static } from 'typebox';

const closed = { additionalProperties: false };
const Part = Type.String({ minLength: 1, maxLength: 32 });
const Share = Type.Number({ exclusiveMinimum: 0, maximum: 1 });

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

/** Play in a throttle's link: it is picked up this much later than its sisters. */
const LinkagePlay = Type.Object(
  { kind: Type.Literal('linkagePlay'), throat: Part, deg: Type.Number({ exclusiveMinimum: 0, maximum: 20 }) },
  closed,
);

/** A screw that turns and moves nothing: stripped, or not touching. */
const DeadScrew = Type.Object({ kind: Type.Literal('deadScrew'), adjuster: Part }, closed);

/** A screw that somebody set this far in from where it should be. */
const WrongBase = Type.Object(
  { kind: Type.Literal('wrongBase'), adjuster: Part, turns: Type.Number({ minimum: -4, maximum: 4 }) },
  closed,
);

/** A cylinder that loses this share of its work: compression, a tight valve. */
const LowCompression = Type.Object({ kind: Type.Literal('lowCompression'), cylinder: Part, loss: Share }, closed);

/** A cylinder that does not fire in this share of its cycles. */
const WeakSpark = Type.Object({ kind: Type.Literal('weakSpark'), cylinder: Part, missShare: Share }, closed);

/** An idle passage or pilot jet that has lost this share of its flow; a main supply likewise. */
const BlockedIdle = Type.Object({ kind: Type.Literal('blockedIdle'), throat: Part, share: Share }, closed);
const StarvedMain = Type.Object({ kind: Type.Literal('starvedMain'), throat: Part, share: Share }, closed);

/** Fuel level above (or below) what it should be. */
const FloatLevel = Type.Object(
  { kind: Type.Literal('floatLevel'), throat: Part, mm: Type.Number({ minimum: -14, maximum: 14 }) },
  closed,
);

/** A needle valve that does not hold: fuel comes over by itself, as a share of an idle's. */
const Flooding = Type.Object(
  { kind: Type.Literal('flooding'), throat: Part, share: Type.Number({ exclusiveMinimum: 0, maximum: 3 }) },
  closed,
);

/** A piston that rises by this share too little: a torn diaphragm, or it sticks. */
const StickingPiston = Type.Object({ kind: Type.Literal('stickingPiston'), throat: Part, share: Share }, closed);

/** Two carburetors with each other's jets: the first flows this many times what it should, the second as many times less. */
const MixedJets = Type.Object(
  {
    kind: Type.Literal('mixedJets'),
    throats: Type.Array(Part, { minItems: 2, maxItems: 2, uniqueItems: true }),
    ratio: Type.Number({ exclusiveMinimum: 0.3, maximum: 3 }),
  },
  closed,
);

/** A choke that stays on by this share. */
const ChokeStuck = Type.Object({ kind: Type.Literal('chokeStuck'), share: Share }, closed);

/** An air filter that has lost this share of its flow. */
const RestrictedFilter = Type.Object(
  { kind: Type.Literal('restrictedFilter'), share: Type.Number({ exclusiveMinimum: 0, maximum: 0.95 }) },
  closed,
);

/** Blended fuel that boils in the bowls after a hot stop: this times an idle's fuel comes over as the engine is started again. */
const FuelBoil = Type.Object(
  { kind: Type.Literal('fuelBoil'), share: Type.Number({ exclusiveMinimum: 0, maximum: 5 }) },
  closed,
);

/** Vacuum advance on a port behind the plate: so many degrees too early at idle. */
const ManifoldAdvance = Type.Object(
  { kind: Type.Literal('manifoldAdvance'), deg: Type.Number({ exclusiveMinimum: 0, maximum: 25 }) },
  closed,
);

/** Two gauges' hoses on each other's throats: the engine is sound, and every reading misleads. */
const ExchangedHoses = Type.Object(
  {
    kind: Type.Literal('exchangedHoses'),
    throats: Type.Array(Part, { minItems: 2, maxItems: 2, uniqueItems: true }),
  },
  closed,
);

/** Something wrong with an engine or what is on it, with its place and strength. Any number may be combined. */
export const FaultSchema = Type.Union([
  AirLeak,
  WornShaft,
  LinkagePlay,
  DeadScrew,
  WrongBase,
  LowCompression,
  WeakSpark,
  BlockedIdle,
  StarvedMain,
  FloatLevel,
  Flooding,
  StickingPiston,
  MixedJets,
  ChokeStuck,
  RestrictedFilter,
  FuelBoil,
  ManifoldAdvance,
  ExchangedHoses,
]);

export type Fault = Static<typeof FaultSchema>;
export type FaultOf<K extends Fault['kind']> = Extract<Fault, { kind: K }>;

/** The faults of one kind. */
export function faultsOf<K extends Fault['kind']>(faults: readonly Fault[], kind: K): readonly FaultOf<K>[] {
  return faults.filter((fault): fault is FaultOf<K> => fault.kind === kind);
}

/** Sum of a figure over the faults of one kind that sit at a place. */
export function sumAt<F extends Fault>(
  faults: readonly F[],
  place: (fault: F) => string,
  id: string,
  figure: (fault: F) => number,
): number {
  return faults.reduce((sum, fault) => (place(fault) === id ? sum + figure(fault) : sum), 0);
}
