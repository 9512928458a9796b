import type { RideColumn } from '@amber-needle/core/road';
import { CHANNEL_WORDS } from '@/words/roadWords';

interface Choice {
  readonly key: string;
  readonly text: string;
  /** What the column is then; a sensor keeps its number where it has one. */
  readonly column: (before: RideColumn, sensor: number) => RideColumn;
}

function plain(key: string, text: string, column: RideColumn): Choice {
  return { key, text, column: () => column };
}

function lambda(key: string, text: string, scale: Extract<RideColumn, { is: 'lambda' }>['scale']): Choice {
  return {
    key,
    text,
    column: (before, sensor) => ({ is: 'lambda', sensor: before.is === 'lambda' ? before.sensor : sensor, scale }),
  };
}

/** Everything that a column of a log may be, each with its unit. */
export const COLUMN_CHOICES: readonly Choice[] = [
  plain('nothing', CHANNEL_WORDS.nothing, { is: 'nothing' }),
  plain('time s', 'time, s', { is: 'time', scale: 's' }),
  plain('time ms', 'time, ms', { is: 'time', scale: 'ms' }),
  plain('time us', 'time, µs', { is: 'time', scale: 'us' }),
  plain('time min', 'time, min', { is: 'time', scale: 'min' }),
  plain('time clock', 'time, clock', { is: 'time', scale: 'clock' }),
  plain('time stamp', 'time, date and clock', { is: 'time', scale: 'stamp' }),
  lambda('lambda lambda', 'lambda', 'lambda'),
  lambda('lambda petrol', 'air/fuel, petrol scale', 'petrol'),
  lambda('lambda e10', 'air/fuel, E10 scale', 'e10'),
  lambda('lambda e85', 'air/fuel, E85 scale', 'e85'),
  lambda('lambda ethanol', 'air/fuel, ethanol scale', 'ethanol'),
  lambda('lambda methanol', 'air/fuel, methanol scale', 'methanol'),
  plain('speed false', 'engine speed, rpm', { is: 'speed', thousands: false }),
  plain('speed true', 'engine speed, 1000 rpm', { is: 'speed', thousands: true }),
  plain('throttle percent', 'throttle, %', { is: 'throttle', scale: 'percent' }),
  plain('throttle degrees', 'throttle, degrees', { is: 'throttle', scale: 'degrees' }),
  plain('throttle volts', 'throttle, V', { is: 'throttle', scale: 'volts' }),
  plain('roadSpeed kmh', 'road speed, km/h', { is: 'roadSpeed', unit: 'kmh' }),
  plain('roadSpeed mph', 'road speed, mph', { is: 'roadSpeed', unit: 'mph' }),
  plain('roadSpeed mps', 'road speed, m/s', { is: 'roadSpeed', unit: 'mps' }),
  plain('roadSpeed kn', 'road speed, knots', { is: 'roadSpeed', unit: 'kn' }),
  plain('pressure kpa false', 'manifold, kPa absolute', { is: 'pressure', unit: 'kpa', isVacuum: false }),
  plain('pressure mbar false', 'manifold, mbar absolute', { is: 'pressure', unit: 'mbar', isVacuum: false }),
  plain('pressure psi false', 'manifold, psi absolute', { is: 'pressure', unit: 'psi', isVacuum: false }),
  plain('pressure bar false', 'manifold, bar absolute', { is: 'pressure', unit: 'bar', isVacuum: false }),
  plain('pressure inhg false', 'manifold, inHg absolute', { is: 'pressure', unit: 'inhg', isVacuum: false }),
  plain('pressure inhg true', 'vacuum, inHg', { is: 'pressure', unit: 'inhg', isVacuum: true }),
  plain('pressure kpa true', 'vacuum, kPa', { is: 'pressure', unit: 'kpa', isVacuum: true }),
  plain('pressure mbar true', 'vacuum, mbar', { is: 'pressure', unit: 'mbar', isVacuum: true }),
  plain('exhaust C', 'exhaust, °C', { is: 'exhaust', unit: 'C' }),
  plain('exhaust F', 'exhaust, °F', { is: 'exhaust', unit: 'F' }),
  plain('exhaust K', 'exhaust, K', { is: 'exhaust', unit: 'K' }),
  plain('oxygen', 'oxygen, %', { is: 'oxygen' }),
  plain('supply', 'supply, V', { is: 'supply' }),
];

/** The choice that a column is. */
export function choiceKey(column: RideColumn): string {
  switch (column.is) {
    case 'time':
    case 'throttle':
      return `${column.is} ${column.scale}`;
    case 'lambda':
      return `lambda ${column.scale}`;
    case 'speed':
      return `speed ${column.thousands}`;
    case 'roadSpeed':
    case 'exhaust':
      return `${column.is} ${column.unit}`;
    case 'pressure':
      return `pressure ${column.unit} ${column.isVacuum}`;
    case 'oxygen':
    case 'supply':
    case 'nothing':
      return column.is;
  }
}

/** Columns with one of them chosen anew; a new sensor takes the first free number. */
export function withChoice(columns: readonly RideColumn[], place: number, key: string): RideColumn[] {
  const taken = new Set(columns.flatMap((column, i) => (column.is === 'lambda' && i !== place ? [column.sensor] : [])));
  let free = 1;
  while (taken.has(free)) free += 1;
  const choice = COLUMN_CHOICES.find((each) => each.key === key);
  return columns.map((column, i) => (i === place && choice !== undefined ? choice.column(column, free) : column));
}
