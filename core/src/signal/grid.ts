import { at } from '../sequence';
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
  return {
    start,
    step: 1 / rate,
    length,
    channels: channels.map(({ depressionsKPa }) => interpolated(times, depressionsKPa, start, 1 / rate, length)),
  };
}

function interpolated(
  times: readonly number[],
  values: readonly number[],
  start: number,
  step: number,
  length: number,
) {
  const known = times.flatMap((_, i) => (Number.isNaN(at(values, i)) ? [] : [i]));
  if (known.length < 8) return undefined;
  const even = new Float64Array(length);
  let k = 1;
  for (let i = 0; i < length; i += 1) {
    const t = start + i * step;
    while (k < known.length - 1 && at(times, at(known, k)) < t) k += 1;
    const left = at(known, k - 1);
    const right = at(known, k);
    const span = at(times, right) - at(times, left);
    const share = span > 0 ? Math.min(1, Math.max(0, (t - at(times, left)) / span)) : 0;
    even[i] = at(values, left) + share * (at(values, right) - at(values, left));
  }
  return even;
}
