import { at } from '../basics';
import { durationOf, type SampleWindow } from './window';

/** A window on an even grid of times, gaps bridged by straight lines: what spectra and integrals need. */
export interface EvenWindow {
  readonly start: number;
  readonly step: number;
  readonly length: number;
  /** One array a channel; undefined where a channel has too little to bridge. */
  readonly channels: readonly (Float64Array | undefined)[];
}

const FASTEST_HZ = 500;

/** Puts a window on an even grid at its own mean rate, at most 500 Hz. Undefined for fewer than 8 samples. */
export function evenWindow(window: SampleWindow): EvenWindow | undefined {
  const { times, channels } = window;
  const duration = durationOf(window);
  if (times.length < 8 || duration <= 0) return undefined;
  const rate = Math.min(FASTEST_HZ, (times.length - 1) / duration);
  const length = Math.floor(duration * rate) + 1;
  const start = at(times, 0);
  const grid = { start, step: 1 / rate, length };
  return {
    ...grid,
    channels: channels.map(({ depressionsKPa }) => interpolated(times, depressionsKPa, grid)),
  };
}

/** Mutates its own arrays only: this runs over every sample several times a second, so it walks them with plain indices. */
function interpolated(
  times: readonly number[],
  values: readonly number[],
  { start, step, length }: Omit<EvenWindow, 'channels'>,
): Float64Array | undefined {
  const known = knownSamples(times, values);
  if (known === undefined) return undefined;
  const even = new Float64Array(length);
  let next = 1;
  let [t0, t1, v0, v1] = [at(known.times, 0), at(known.times, 1), at(known.values, 0), at(known.values, 1)];
  for (let i = 0; i < length; i += 1) {
    const t = start + i * step;
    while (t1 < t && next < known.times.length - 1) {
      next += 1;
      t0 = t1;
      v0 = v1;
      t1 = known.times[next] ?? t1;
      v1 = known.values[next] ?? v1;
    }
    const share = t1 > t0 ? Math.min(1, Math.max(0, (t - t0) / (t1 - t0))) : 0;
    even[i] = v0 + share * (v1 - v0);
  }
  return even;
}

/** A channel's samples without its gaps; undefined when fewer than 8 are left. */
function knownSamples(times: readonly number[], values: readonly number[]) {
  const knownTimes = new Float64Array(times.length);
  const knownValues = new Float64Array(times.length);
  let count = 0;
  for (let i = 0; i < times.length; i += 1) {
    const value = values[i] ?? Number.NaN;
    if (Number.isNaN(value)) continue;
    knownTimes[count] = times[i] ?? 0;
    knownValues[count] = value;
    count += 1;
  }
  return count < 8 ? undefined : { times: knownTimes.subarray(0, count), values: knownValues.subarray(0, count) };
}
