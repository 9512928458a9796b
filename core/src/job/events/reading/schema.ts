import Type from 'typebox';
import { figure, positive, text } from '../../../validation';
import { closed, envelope, Part } from '../envelope';

const Depression = figure(-120, 120);
const Uncertainty = positive(120);

export const ReadingChannelSchema = Type.Object(
  {
    throat: Part,
    /** Cycle-mean depression as the gauge showed it, offset and all. */
    depressionKPa: Depression,
    /** Standard uncertainty of the mean. */
    uncertaintyKPa: Uncertainty,
    /** Standard uncertainty of the distance from the mean of all channels, where they were read together. */
    againstGroupKPa: Type.Optional(Uncertainty),
    /** How much one cycle's mean differs from the next's, one standard deviation. */
    flutterKPa: Type.Optional(figure(0, 120)),
    pulseKPa: Type.Optional(figure(0, 250)),
    state: Type.Union([
      Type.Literal('steady'),
      Type.Literal('settling'),
      Type.Literal('clipped'),
      Type.Literal('implausible'),
      Type.Literal('byEye'),
    ]),
    /** What stood on the dial, before any conversion. */
    shown: Type.Optional(
      Type.Object(
        {
          value: figure(-1e6, 1e6),
          unit: text(8),
          reference: Type.Union([Type.Literal('vacuum'), Type.Literal('gauge'), Type.Literal('absolute')]),
        },
        closed,
      ),
    ),
  },
  closed,
);

/** One stop of an instrument that was carried round, as it was read there: the channels have the drift taken out. */
const RoundStopSchema = Type.Object(
  { throat: Part, depressionKPa: Depression, uncertaintyKPa: Uncertainty, atS: figure(0, 1e6) },
  closed,
);

/** A reading of the running engine: one figure for each throat that was read, and the speed where known. */
export const ReadingSchema = Type.Object(
  {
    ...envelope(2),
    kind: Type.Literal('reading'),
    source: Type.Union([Type.Literal('gauge'), Type.Literal('file'), Type.Literal('byEye'), Type.Literal('program')]),
    sourceName: Type.Optional(text(120)),
    /** Read on a simulated engine. */
    practice: Type.Optional(Type.Literal(true)),
    durationS: figure(0, 1e6),
    barometerKPa: figure(50, 115),
    channels: Type.Array(ReadingChannelSchema, { minItems: 1, maxItems: 8 }),
    /** One instrument went from throat to throat and back: its own errors are the same on all. */
    round: Type.Optional(Type.Array(RoundStopSchema, { minItems: 2, maxItems: 16 })),
    speed: Type.Optional(
      Type.Object(
        {
          rpm: positive(20_000),
          uncertaintyRpm: positive(20_000),
          from: Type.Union([Type.Literal('tachometer'), Type.Literal('pulses'), Type.Literal('byEye')]),
        },
        closed,
      ),
    ),
  },
  closed,
);
