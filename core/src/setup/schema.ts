import Type, { type Static } from 'typebox';
import { figure, positive, text } from '../validation';
import { FittingSchema } from './carburetorSchema';

/** A short name used inside the document to point at a part. */
export const PartId = Type.String({ pattern: '^[A-Za-z0-9][A-Za-z0-9_-]{0,31}$' });

const Label = text(80, 1);
const closed = { additionalProperties: false };

export const CylinderSchema = Type.Object(
  {
    id: PartId,
    /** Crank angle at which this cylinder fires, in degrees after cylinder 1's, within one cycle. */
    firingDeg: Type.Number({ minimum: 0, exclusiveMaximum: 720 }),
  },
  closed,
);

export const ThroatSchema = Type.Object(
  {
    id: PartId,
    carburetor: Label,
    feeds: Type.Array(PartId, { minItems: 1, maxItems: 8, uniqueItems: true }),
    boreMm: Type.Number({ exclusiveMinimum: 5, maximum: 120 }),
    /** Volume between the throttle and the intake valve. */
    runnerVolumeCc: Type.Number({ exclusiveMinimum: 1, maximum: 20000 }),
    closedAngleDeg: figure(0.5, 30),
    /** Effective open area past the closed plate. */
    closedLeakageMm2: figure(0, 200),
    /** What opens the throat: a plate (the default), a slide in the bore, or a plate behind a constant-depression piston. */
    throttle: Type.Optional(
      Type.Union([Type.Literal('plate'), Type.Literal('slide'), Type.Literal('constantDepression')]),
    ),
    /** Opening of the driver's lever at which a progressive linkage picks this throat up; 0, with the first, when left out. */
    picksUpAtDeg: Type.Optional(figure(0, 60)),
  },
  closed,
);

/**
 * How a screw acts on one throat when it is turned in (clockwise, seen from its head): it opens or closes that throttle, or makes
 * that throat's idle mixture richer or leaner.
 */
export const AdjusterActSchema = Type.Object(
  {
    throat: PartId,
    turnedIn: Type.Union([
      Type.Literal('opens'),
      Type.Literal('closes'),
      Type.Literal('richer'),
      Type.Literal('leaner'),
    ]),
  },
  closed,
);

/**
 * Stops, synchronising screws and the knob set where throttles rest; cables and tie rods when the linkage picks them up; fuel screw,
 * air screw, jet nut and lever screw the mixture. Pilot jets and feed restrictors set it too, but come in sizes: a turn in is one size larger.
 */
const AdjusterKindSchema = Type.Union([
  Type.Literal('throttleStop'),
  Type.Literal('synchronisingScrew'),
  Type.Literal('idleKnob'),
  Type.Literal('cable'),
  Type.Literal('tieRod'),
  Type.Literal('fuelScrew'),
  Type.Literal('airScrew'),
  Type.Literal('jetNut'),
  Type.Literal('leverScrew'),
  Type.Literal('pilotJet'),
  Type.Literal('feedRestrictor'),
]);

export const AdjusterSchema = Type.Object(
  {
    id: PartId,
    label: Label,
    kind: AdjusterKindSchema,
    acts: Type.Array(AdjusterActSchema, { minItems: 1, maxItems: 16 }),
    pitchMm: positive(3),
    /** Distance from the throttle shaft's axis to where the screw pushes. */
    leverMm: Type.Number({ exclusiveMinimum: 1, maximum: 300 }),
    /** Turns out to the seat and in to the end of travel, from as found. */
    range: Type.Object({ outTurns: figure(0, 100), inTurns: figure(0, 100) }, closed),
    /** The two throats it sits between, where that is not plain from what it acts on. */
    between: Type.Optional(Type.Array(PartId, { minItems: 2, maxItems: 2, uniqueItems: true })),
    /** Where the person looks from when the hand's direction is named. */
    seenFrom: Label,
    /** Expected change of the natural logarithm of airflow per turn in, if known better than by the kind's default. */
    airflowPerTurn: Type.Optional(positive(5)),
    /** Turns of the head that move nothing when the direction changes. */
    backlashTurns: Type.Optional(figure(0, 1)),
  },
  closed,
);

export const CouplingSchema = Type.Object(
  { id: PartId, label: Label, joins: Type.Array(PartId, { minItems: 2, maxItems: 8, uniqueItems: true }) },
  closed,
);

/** A pipe that lets two throats' runners breathe with each other. */
export const PipeSchema = Type.Object(
  {
    id: PartId,
    label: Label,
    joins: Type.Array(PartId, { minItems: 2, maxItems: 2, uniqueItems: true }),
    boreMm: positive(60),
  },
  closed,
);

export const TargetsSchema = Type.Object(
  {
    /** Largest difference of depression between any two throats that counts as balanced. */
    spreadKPa: positive(20),
    /** The same at a held speed above idle; one and a half times that at idle when left out. */
    offIdleSpreadKPa: Type.Optional(positive(20)),
    /** What decides; by default depression for runners of their own, airflow for throats on a shared plenum. */
    decides: Type.Optional(Type.Union([Type.Literal('depression'), Type.Literal('airflow')])),
    /** Largest difference of air between any two throats that counts as balanced, where airflow decides; 8 when left out. */
    airflowSpreadPercent: Type.Optional(positive(100)),
    idleRpm: figure(300, 4000),
    idleBandRpm: positive(1000),
  },
  closed,
);

export const SETUP_FORMAT = 'amber-needle/setup';

/** A machine's bank as a document: what is there, what feeds what, and what each screw moves. */
export const SetupSchema = Type.Object(
  {
    format: Type.Literal(SETUP_FORMAT),
    version: Type.Literal(1),
    name: Label,
    engine: Type.Object(
      {
        strokes: Type.Union([Type.Literal(2), Type.Literal(4)]),
        boreMm: Type.Number({ exclusiveMinimum: 10, maximum: 200 }),
        strokeMm: Type.Number({ exclusiveMinimum: 10, maximum: 250 }),
        rodMm: Type.Number({ exclusiveMinimum: 20, maximum: 600 }),
        compressionRatio: figure(4, 16),
        flywheelKgM2: positive(10),
        /** Two-strokes: largest over smallest volume of one crankcase chamber; 1.4 when left out. */
        crankcaseRatio: Type.Optional(figure(1.1, 2)),
      },
      closed,
    ),
    cylinders: Type.Array(CylinderSchema, { minItems: 1, maxItems: 8 }),
    throats: Type.Array(ThroatSchema, { minItems: 1, maxItems: 8 }),
    adjusters: Type.Array(AdjusterSchema, { minItems: 1, maxItems: 24 }),
    couplings: Type.Array(CouplingSchema, { maxItems: 8 }),
    pipes: Type.Optional(Type.Array(PipeSchema, { maxItems: 8 })),
    targets: TargetsSchema,
    /** Carburetors, feed, cooling and choke, where somebody has said what they are. */
    fitting: Type.Optional(FittingSchema),
  },
  closed,
);

export type Cylinder = Static<typeof CylinderSchema>;
export type Throat = Static<typeof ThroatSchema>;
export type Adjuster = Static<typeof AdjusterSchema>;
export type AdjusterKind = Adjuster['kind'];
export type Coupling = Static<typeof CouplingSchema>;
export type Pipe = Static<typeof PipeSchema>;
export type Targets = Static<typeof TargetsSchema>;
export type Setup = Static<typeof SetupSchema>;
