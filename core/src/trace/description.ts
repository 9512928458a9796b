import Type, { type Static } from 'typebox';
import { PRESSURE_UNITS } from '../units';
import { checkerFor, compiled } from '../validation';
import type { Header } from './header';
import type { TraceColumn, TraceMeta } from './trace';

const closed = { additionalProperties: false };
const MOST_CHANNELS = 8;

/** What one column of a foreign table is. */
export const ColumnMeaningSchema = Type.Union([
  Type.Object({ is: Type.Literal('time'), scale: Type.Union([Type.Literal('s'), Type.Literal('ms')]) }, closed),
  Type.Object(
    {
      is: Type.Literal('pressure'),
      channel: Type.Integer({ minimum: 1, maximum: MOST_CHANNELS }),
      unit: Type.Enum(PRESSURE_UNITS),
    },
    closed,
  ),
  Type.Object({ is: Type.Literal('speed') }, closed),
  Type.Object({ is: Type.Literal('lambda'), channel: Type.Integer({ minimum: 1, maximum: MOST_CHANNELS }) }, closed),
  Type.Object({ is: Type.Literal('throttle') }, closed),
  Type.Object({ is: Type.Literal('nothing') }, closed),
]);

export type ColumnMeaning = Static<typeof ColumnMeaningSchema>;

/** What a person has confirmed of a table whose columns have names of their own: remembered for that heading. */
export const TableDescriptionSchema = Type.Object(
  {
    separator: Type.Union([Type.Literal(','), Type.Literal(';'), Type.Literal('\t')]),
    /** The heading as it stands in the table; empty where numbers begin at once. */
    heading: Type.String({ maxLength: 4096 }),
    unitsRow: Type.Boolean(),
    reference: Type.Union([Type.Literal('vacuum'), Type.Literal('gauge'), Type.Literal('absolute')]),
    barometerKPa: Type.Optional(Type.Number({ minimum: 50, maximum: 115 })),
    columns: Type.Array(ColumnMeaningSchema, { maxItems: 64 }),
  },
  closed,
);

export type TableDescription = Static<typeof TableDescriptionSchema>;

export const checkTableDescription = checkerFor(TableDescriptionSchema, compiled.tableDescription);

/** Why a description cannot be read by; undefined when it can. */
export function lackOf({ columns, reference, barometerKPa }: TableDescription): string | undefined {
  const count = (is: ColumnMeaning['is']) => columns.filter((column) => column.is === is).length;
  if (count('time') !== 1) return 'Say which one column is the time.';
  if (count('pressure') === 0) return 'Say which columns are pressures.';
  const channels = columns.flatMap((column) => (column.is === 'pressure' ? [column.channel] : []));
  if (new Set(channels).size < channels.length) return 'Two columns have the same channel.';
  if (count('speed') > 1) return 'Only one column can be the engine speed.';
  if (reference === 'absolute' && barometerKPa === undefined) return 'Absolute pressures need the barometer.';
  return undefined;
}

/** The header that a description stands for. */
export function headerOf({ separator, columns }: TableDescription): Header {
  return { separator, cells: columns.map(columnOf), problems: [] };
}

/** The metadata that a description stands for. */
export function metaOf({ reference, barometerKPa }: TableDescription): TraceMeta {
  return { reference, ...(barometerKPa === undefined ? {} : { barometer_kpa: barometerKPa }) };
}

function columnOf(meaning: ColumnMeaning): TraceColumn | undefined {
  switch (meaning.is) {
    case 'time':
      return { kind: 'time', name: `t_${meaning.scale}`, scale: meaning.scale };
    case 'pressure': {
      const stem = `v${meaning.channel}`;
      return { kind: 'pressure', name: `${stem}_${meaning.unit}`, stem, unit: meaning.unit };
    }
    case 'speed':
      return { kind: 'speed', name: 'rpm' };
    case 'lambda':
      return { kind: 'lambda', name: `lambda${meaning.channel}` };
    case 'throttle':
      return { kind: 'throttle', name: 'throttle_pct' };
    case 'nothing':
      return undefined;
  }
}
