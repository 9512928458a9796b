import FFT from 'fft.js';
import { at } from '../sequence';
import type { EvenWindow } from './grid';

/** Longest and shortest cycle looked for, s: 240 to 7200 rpm of a four-stroke. */
const LONGEST = 0.5;
const SHORTEST = 1 / 60;
/** A repetition weaker than this share of the power is flutter. Ours: pulses of a running engine repeat at 0.8 and more. */
const WEAKEST_REPEAT = 0.35;
/** Every multiple of the cycle repeats as well as the cycle; the shortest one this close to the best is the cycle.
 * Not closer: a sharp pulse that falls between two places of the grid loses a fifth of its peak. */
const CLOSE_TO_BEST = 0.75;
/** Pulses smaller than this, kPa standard deviation, are noise. Ours: noise of a fair sensor is a fifth of it. */
const SMALLEST_PULSE = 0.3;

/** The engine's cycle time in seconds from the pressure pulses of all channels together, or undefined when nothing repeats. */
export function cyclePeriod(window: EvenWindow): number | undefined {
  const correlation = summedAutocorrelation(window);
  if (correlation === undefined) return undefined;
  const first = Math.max(2, Math.round(SHORTEST / window.step));
  const last = Math.min(Math.floor(LONGEST / window.step), Math.floor(window.length / 2));
  const peaks: number[] = [];
  for (let lag = first; lag < last; lag += 1) {
    const here = at(correlation, lag);
    if (here > WEAKEST_REPEAT && here >= at(correlation, lag - 1) && here > at(correlation, lag + 1)) peaks.push(lag);
  }
  const best = Math.max(...peaks.map((lag) => at(correlation, lag)));
  const lag = peaks.find((candidate) => at(correlation, candidate) >= CLOSE_TO_BEST * best);
  return lag === undefined ? undefined : vertex(correlation, lag) * window.step;
}

/** Autocorrelation summed over channels that pulse, 1 at lag zero, by the Wiener-Khinchin theorem. */
function summedAutocorrelation({ channels, length }: EvenWindow): Float64Array | undefined {
  const size = 2 ** Math.ceil(Math.log2(2 * length));
  const fft = new FFT(size);
  const power = fft.createComplexArray().fill(0);
  const spectrum = fft.createComplexArray();
  let pulsing = false;
  for (const channel of channels) {
    if (channel === undefined) continue;
    const mean = channel.reduce((sum, v) => sum + v, 0) / length;
    const padded = new Float64Array(size);
    channel.forEach((v, i) => {
      padded[i] = v - mean;
    });
    const deviation = Math.sqrt(padded.reduce((sum, v) => sum + v * v, 0) / length);
    if (deviation < SMALLEST_PULSE) continue;
    pulsing = true;
    fft.realTransform(spectrum, padded);
    fft.completeSpectrum(spectrum);
    for (let i = 0; i < 2 * size; i += 2) power[i] = at(power, i) + at(spectrum, i) ** 2 + at(spectrum, i + 1) ** 2;
  }
  if (!pulsing) return undefined;
  const result = fft.createComplexArray();
  fft.inverseTransform(result, power);
  const zero = at(result, 0);
  return Float64Array.from({ length }, (_, lag) => (at(result, 2 * lag) / zero) * (length / (length - lag)));
}

/** The top of a parabola through a peak and its neighbours: finer than the grid. */
function vertex(values: Float64Array, peak: number): number {
  const [a, b, c] = [at(values, peak - 1), at(values, peak), at(values, peak + 1)];
  const curve = a - 2 * b + c;
  return curve === 0 ? peak : peak + (a - c) / (2 * curve);
}
