import { at, extremesOf } from '../../basics';
import { BLENDS, blendStoichiometry } from '../../fuel';
import { quantileOf } from '../../signal';
import { toPascals } from '../../units';
import type { Ride } from '../ride';
import type { RideChannel, RideColumn } from './meaning';

/** Columns as they were read: the figures of those that are used, in their order, without the time. */
interface ReadColumns {
  readonly columns: readonly RideColumn[];
  readonly names: readonly string[];
  readonly times: Float64Array;
  readonly values: readonly Float64Array[];
}

const METRES_PER_SECOND = { kmh: 1 / 3.6, mph: 0.44704, mps: 1, kn: 1852 / 3600 } as const;
const ICE_POINT_K = 273.15;
/** Full travel where a log's scale names none: a quarter turn, and what throttle sensors show wide open. common practice, no source. */
const FULL = { percent: 100, degrees: 90, volts: 4.5 } as const;
/** A throttle that was seen this near to full, as a share of the travel, shows where full is. Ours. */
const NEARLY_FULL = 0.85;
/** A clock's times count up to a day; larger ones are stamps or run since another beginning. */
const LEAST_CLOCK = 1;

/** The ride of read columns, in SI units and from its own beginning. */
export function rideOf({ columns, names, times, values }: ReadColumns, first: number | undefined): Ride {
  const used = columns.flatMap((column, c) => (column.is === 'nothing' || column.is === 'time' ? [] : [{ column, c }]));
  const start = times[0] ?? 0;
  const isClock = columns.some(
    (column) => column.is === 'time' && (column.scale === 'clock' || column.scale === 'stamp'),
  );
  const channel = (is: RideChannel, convert: (values: Float64Array, column: RideColumn) => Float64Array) => {
    const i = used.findIndex(({ column }) => column.is === is);
    const read = values[i];
    const column = used[i]?.column;
    return read === undefined || column === undefined ? undefined : convert(read, column);
  };
  return {
    times: times.map((time) => time - start),
    lambdas: used.flatMap(({ column, c }, i) =>
      column.is === 'lambda'
        ? [
            {
              sensor: column.sensor,
              name: names[c] ?? `sensor ${column.sensor}`,
              values: lambdaOf(at(values, i), column.scale),
            },
          ]
        : [],
    ),
    rpm: channel('speed', (read, column) =>
      read.map((value) => (column.is === 'speed' && column.thousands ? 1000 : 1) * value),
    ),
    opening: channel('throttle', (read, column) => (column.is === 'throttle' ? openingOf(read, column.scale) : read)),
    roadSpeed: channel('roadSpeed', (read, column) =>
      column.is === 'roadSpeed' ? read.map((value) => value * METRES_PER_SECOND[column.unit]) : read,
    ),
    load: channel('pressure', (read, column) => (column.is === 'pressure' ? loadOf(read, column) : read)),
    exhaust: channel('exhaust', (read, column) =>
      column.is === 'exhaust' ? read.map((value) => kelvinsOf(value, column.unit)) : read,
    ),
    oxygen: channel('oxygen', (read) => read),
    supply: channel('supply', (read) => read),
    step: middleStep(times),
    startedAt: isClock && first !== undefined && first >= LEAST_CLOCK ? first : undefined,
  };
}

function lambdaOf(read: Float64Array, scale: Extract<RideColumn, { is: 'lambda' }>['scale']): Float64Array {
  if (scale === 'lambda') return read;
  const ratio = blendStoichiometry(BLENDS[scale]);
  return read.map((value) => value / ratio);
}

/** Opening past the stop: the lowest figures of a ride are those at the stop, whatever the sensor shows there. */
function openingOf(read: Float64Array, scale: 'percent' | 'degrees' | 'volts'): Float64Array {
  const seen = read.filter((value) => !Number.isNaN(value));
  if (seen.length === 0) return read;
  const closed = quantileOf(seen, 0.02);
  const highest = quantileOf(seen, 0.999);
  const full = highest > closed + NEARLY_FULL * (FULL[scale] - closed) ? highest : Math.max(FULL[scale], highest);
  return read.map((value) => (value - closed) / (full - closed));
}

function loadOf(read: Float64Array, { unit, isVacuum }: Extract<RideColumn, { is: 'pressure' }>): Float64Array {
  const inPascals = read.map((value) => toPascals(value, unit));
  const seen = inPascals.filter((value) => !Number.isNaN(value));
  if (seen.length === 0) return inPascals;
  const { low, high } = extremesOf(seen);
  // A depression, or a pressure against the air, needs the air's own: the deepest figure of a ride is never below a tenth of it.
  const isBelowAir = isVacuum || low < 0;
  if (!isBelowAir) return inPascals.map((value) => value / high);
  const depression = (value: number) => (isVacuum ? value : -value);
  return inPascals.map((value) => 1 - Math.max(0, depression(value)) / ROUGH_AIR_PA);
}

const ROUGH_AIR_PA = 100_000;

function kelvinsOf(value: number, unit: 'C' | 'F' | 'K'): number {
  if (unit === 'K') return value;
  return unit === 'C' ? value + ICE_POINT_K : (value - 32) / 1.8 + ICE_POINT_K;
}

function middleStep(times: Float64Array): number {
  const steps: number[] = [];
  const every = Math.max(1, Math.floor(times.length / 20_000));
  for (let i = 1; i < times.length; i += every) steps.push(at(times, i) - at(times, i - 1));
  const rising = steps.filter((step) => step > 0);
  return rising.length === 0 ? 1 : quantileOf(rising, 0.5);
}
