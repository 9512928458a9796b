import Type from 'typebox';
import { closed, envelope } from './envelope';

const Depression = Type.Number({ minimum: -120, maximum: 120 });
const Uncertainty = Type.Number({ exclusiveMinimum: 0, maximum: 120 });

export const ReadingChannelSchema = Type.Object(
  {
    throat: Type.String({ minLength: 1, maxLength: 32 }),
    /** Cycle-mean depression as the gauge showed it, offset and all. */
    depressionKPa: Depression,
    /** Standard uncertainty of the mean. */
    uncertaintyKPa: Uncertainty,
    /** Standard uncertainty of the distance from the mean of all channels, where they were read together. */
    againstGroupKPa: Type.Optional(Uncertainty),
    /** How much one cycle's mean differs from the next's, one standard deviation. */
    flutterKPa: Type.Optional(Type.Number({ minimum: 0, maximum: 120 })),
    pulseKPa: Type.Optional(Type.Number({ minimum: 0, maximum: 250 })),
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
          value: Type.Number(),
          unit: Type.String({ maxLength: 8 }),
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
  {
    throat: Type.String({ minLength: 1, maxLength: 32 }),
    depressionKPa: Depression,
    uncertaintyKPa: Uncertainty,
    atS: Type.Number({ minimum: 0 }),
  },
  closed,
);

/** A reading of the running engine: one figure for each throat that was read, and the speed where known. */
export const ReadingSchema = Type.Object(
  {
    ...envelope,
    kind: Type.Literal('reading'),
    source: Type.Union([Type.Literal('gauge'), Type.Literal('file'), Type.Literal('byEye'), Type.Literal('program')]),
    sourceName: Type.Optional(Type.String({ maxLength: 120 })),
    durationS: Type.Number({ minimum: 0 }),
    barometerKPa: Type.Number({ minimum: 50, maximum: 115 }),
    channels: Type.Array(ReadingChannelSchema, { minItems: 1, maxItems: 8 }),
    /** One instrument went from throat to throat and back: its own errors are the same on all. */
    round: Type.Optional(Type.Array(RoundStopSchema, { minItems: 2, maxItems: 16 })),
    speed: Type.Optional(
      Type.Object(
        {
          rpm: Type.Number({ exclusiveMinimum: 0, maximum: 20000 }),
          uncertaintyRpm: Type.Number({ exclusiveMinimum: 0 }),
          from: Type.Union([Type.Literal('tachometer'), Type.Literal('pulses'), Type.Literal('byEye')]),
        },
        closed,
      ),
    ),
  },
  closed,
);
