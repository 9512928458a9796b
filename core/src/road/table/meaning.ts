import Type, { type Static } from 'typebox';
import { BLEND_NAMES } from '../../fuel';
import { PRESSURE_UNITS } from '../../units';
import { checkerFor, compiled, oneOf, text } from '../../validation';

const closed = { additionalProperties: false };
const Is = <K extends string>(is: K) => ({ is: Type.Literal(is) });

export const TIME_SCALES = ['s', 'ms', 'us', 'min', 'clock', 'stamp'] as const;
export const THROTTLE_SCALES = ['percent', 'degrees', 'volts'] as const;
export const ROAD_SPEED_UNITS = ['kmh', 'mph', 'mps', 'kn'] as const;
export const TEMPERATURE_UNITS = ['C', 'F', 'K'] as const;
/** Lambda itself, or an air/fuel ratio on the scale of one fuel: the gauge knows lambda only. */
export const LAMBDA_SCALES = ['lambda', ...BLEND_NAMES] as const;
/** Sensors in one log at most. */
export const MOST_SENSORS = 8;

/** What one column of a ride's table is. */
export const RideColumnSchema = Type.Union([
  Type.Object({ ...Is('time'), scale: oneOf(TIME_SCALES) }, closed),
  Type.Object(
    {
      ...Is('lambda'),
      sensor: Type.Integer({ minimum: 1, maximum: MOST_SENSORS }),
      scale: Type.Unsafe<(typeof LAMBDA_SCALES)[number]>(oneOf(LAMBDA_SCALES)),
    },
    closed,
  ),
  Type.Object({ ...Is('speed'), thousands: Type.Boolean() }, closed),
  Type.Object({ ...Is('throttle'), scale: oneOf(THROTTLE_SCALES) }, closed),
  Type.Object({ ...Is('roadSpeed'), unit: oneOf(ROAD_SPEED_UNITS) }, closed),
  Type.Object({ ...Is('pressure'), unit: Type.Enum(PRESSURE_UNITS), isVacuum: Type.Boolean() }, closed),
  Type.Object({ ...Is('exhaust'), unit: oneOf(TEMPERATURE_UNITS) }, closed),
  Type.Object({ ...Is('oxygen') }, closed),
  Type.Object({ ...Is('supply') }, closed),
  Type.Object({ ...Is('nothing') }, closed),
]);

export type RideColumn = Static<typeof RideColumnSchema>;
export type RideChannel = RideColumn['is'];

/** How a ride's table is read: proposed from its heading and figures, confirmed or corrected, and remembered for that heading. */
export const RideDescriptionSchema = Type.Object(
  {
    separator: Type.Union([Type.Literal(','), Type.Literal(';'), Type.Literal('\t')]),
    /** The heading as it stands; empty where figures begin at once. */
    heading: text(4096),
    columns: Type.Array(RideColumnSchema, { minItems: 1, maxItems: 64 }),
  },
  closed,
);

export type RideDescription = Static<typeof RideDescriptionSchema>;

export const checkRideDescription = checkerFor(RideDescriptionSchema, compiled.rideDescription);

/** Why a table cannot be read as described; undefined when it can. */
export function lackOfRide({ columns }: RideDescription): string | undefined {
  const count = (is: RideChannel) => columns.filter((column) => column.is === is).length;
  if (count('time') !== 1) return 'Say which one column is the time.';
  if (count('lambda') === 0) return 'Say which column is lambda or the air/fuel ratio.';
  const sensors = columns.flatMap((column) => (column.is === 'lambda' ? [column.sensor] : []));
  if (new Set(sensors).size < sensors.length) return 'Two columns have the same sensor.';
  const once = (['speed', 'throttle', 'roadSpeed', 'pressure', 'oxygen', 'supply', 'exhaust'] as const).find(
    (is) => count(is) > 1,
  );
  return once === undefined ? undefined : `Only one column can be ${CHANNEL_NAMES[once]}.`;
}

/** In words, for problems. */
export const CHANNEL_NAMES: Readonly<Record<RideChannel, string>> = {
  time: 'the time',
  lambda: 'lambda',
  speed: 'the engine speed',
  throttle: 'the throttle',
  roadSpeed: 'the road speed',
  pressure: 'the manifold pressure',
  exhaust: 'the exhaust temperature',
  oxygen: 'the oxygen',
  supply: 'the supply voltage',
  nothing: 'nothing that is used',
};
