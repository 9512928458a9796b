import { STANDARD_PRESSURE } from '../air';
import { depressionOf, type KiloPascals, kiloPascals, kiloToPascals, toKiloPascals, toPascals } from '../units';
import type { Trace, TraceColumn, TraceMeta } from './trace';

/** Standard pressure stands in where a trace gives no barometer; it matters little for depression, and is recorded as assumed. */
export const ASSUMED_BAROMETER: KiloPascals = toKiloPascals(STANDARD_PRESSURE);

/** A trace's numbers in one set of units: seconds, kPa below ambient, rpm. NaN where nothing was measured. */
export interface Samples {
  readonly times: readonly number[];
  readonly channels: readonly {
    readonly stem: string;
    readonly throat: string;
    readonly depressionsKPa: readonly number[];
  }[];
  readonly rpm: readonly number[] | undefined;
  readonly barometer: KiloPascals;
}

/** Converts rows of a trace; usable for a whole file or a batch of a stream. */
export function samplesOf({ meta, columns, rows }: Trace): Samples {
  const barometer = meta.barometer_kpa === undefined ? ASSUMED_BAROMETER : kiloPascals(meta.barometer_kpa);
  const column = (index: number) => rows.map((row) => row[index] ?? Number.NaN);
  const timeIndex = columns.findIndex(({ kind }) => kind === 'time');
  const time = columns[timeIndex];
  const scale = time?.kind === 'time' && time.scale === 'ms' ? 1e-3 : 1;
  const rpmIndex = columns.findIndex(({ kind }) => kind === 'speed');
  return {
    times: column(timeIndex).map((t) => t * scale),
    channels: columns.flatMap((c, index) =>
      c.kind === 'pressure'
        ? [
            {
              stem: c.stem,
              throat: throatOf(c, meta),
              depressionsKPa: column(index).map(toDepression(c, meta, barometer)),
            },
          ]
        : [],
    ),
    rpm: rpmIndex < 0 ? undefined : column(rpmIndex),
    barometer,
  };
}

function toDepression({ unit }: Extract<TraceColumn, { kind: 'pressure' }>, meta: TraceMeta, barometer: KiloPascals) {
  const reference = meta.reference ?? 'vacuum';
  return (value: number) => toKiloPascals(depressionOf(toPascals(value, unit), reference, kiloToPascals(barometer)));
}

/** The throat a channel sits on: by the metadata, else the stem's own number (`v2` sits on throat `2`). */
function throatOf({ stem }: Extract<TraceColumn, { kind: 'pressure' }>, meta: TraceMeta): string {
  return meta.channels?.[stem] ?? stem.slice(1);
}
