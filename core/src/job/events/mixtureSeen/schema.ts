import Type from 'typebox';
import { FLAME_COLOURS, LIFT_ANSWERS, PLUG_COLOURS, WARMTHS } from '../../../mixture/words';
import { figure, oneOf } from '../../../validation';
import { closed, envelope, Part } from '../envelope';

/** A cylinder's exhaust by the cylinder's id, or `collector`. */
const Exhaust = Part;

/** A lambda figure with how unsure its mean is, and how much it flutters from one look to the next. */
const SensorFigure = Type.Object(
  {
    exhaust: Exhaust,
    lambda: figure(0.4, 8),
    uncertainty: Type.Optional(figure(0, 1)),
    /** Standard deviation of single figures: a cylinder that misses makes it large. */
    flutter: Type.Optional(figure(0, 8)),
  },
  closed,
);

const SeenSchema = Type.Union([
  Type.Object(
    {
      how: Type.Literal('sensor'),
      figures: Type.Array(SensorFigure, { minItems: 1, maxItems: 8 }),
      /** Supply at the sensor: below 12 V its heater cannot hold its temperature. */
      supplyV: Type.Optional(figure(0, 32)),
    },
    closed,
  ),
  /** A sensor held in free air: the one of an exhaust, or the only one. */
  Type.Object(
    {
      how: Type.Literal('freeAir'),
      exhaust: Type.Optional(Exhaust),
      oxygenPercent: Type.Union([figure(0, 40), Type.Null()]),
    },
    closed,
  ),
  Type.Object({ how: Type.Literal('co'), exhaust: Exhaust, percent: figure(0, 15) }, closed),
  Type.Object(
    { how: Type.Literal('colour'), cylinder: Part, colour: oneOf(FLAME_COLOURS), when: oneOf(['idle', 'blip']) },
    closed,
  ),
  Type.Object({ how: Type.Literal('lift'), throat: Part, answer: oneOf(LIFT_ANSWERS) }, closed),
  Type.Object({ how: Type.Literal('warmth'), cylinder: Part, against: oneOf(WARMTHS) }, closed),
  Type.Object({ how: Type.Literal('plug'), cylinder: Part, colour: oneOf(PLUG_COLOURS) }, closed),
  /** Counted in to light seating: how many turns a screw stands from its seat now; null where it was not counted. */
  Type.Object(
    { how: Type.Literal('turns'), adjuster: Part, fromSeat: Type.Union([figure(0, 20), Type.Null()]) },
    closed,
  ),
  /** A slow opening: what the mixture went to just off idle. */
  Type.Object({ how: Type.Literal('firstOpening'), exhaust: Exhaust, lambda: figure(0.4, 8) }, closed),
]);

/** Something about the mixture was seen, and with it the idle where that was read. */
export const MixtureSeenSchema = Type.Object(
  {
    ...envelope(1),
    kind: Type.Literal('mixtureSeen'),
    seen: SeenSchema,
    rpm: Type.Optional(figure(0, 20_000)),
  },
  closed,
);
