import FFT from 'fft.js';
import { at } from '../basics';
import type { EvenWindow } from './grid';
import { meanOf } from './statistics';

/** Longest and shortest cycle looked for, s: 240 to 7200 rpm of a four-stroke. */
const LONGEST = 0.5;
const SHORTEST = 1 / 60;
/** A stretch of this many seconds says as much of the cycle as a longer one; the end of the window is taken. */
const ENOUGH = 4;
/** A repetition weaker than this share of the power is flutter. Ours: pulses of a running engine repeat at 0.8 and more. */
const WEAKEST_REPEAT = 0.35;
/** Every multiple of the cycle repeats as well as the cycle; the shortest one this close to the best is the cycle.
 * Not closer: a sharp pulse that falls between two places of the grid loses a fifth of its peak. */
const CLOSE_TO_BEST = 0.75;
/** With fewer samples in a cycle half of it and twice of it look alike: then the pulses tell no speed. Ours, after readings at 25 to 250 a second. */
const FEWEST_SAMPLES = 5;
/** At under 40 samples a second an idle’s cycle falls between them. Ours. */
const SLOWEST_STEP = 1 / 40;
/** Pulses smaller than this, kPa standard deviation, are noise. Ours: noise of a fair sensor is a fifth of it. */
const SMALLEST_PULSE = 0.3;

/** The engine's cycle time in seconds from the pressure pulses of all channels together, or undefined when nothing repeats. */
export function cyclePeriod(window: EvenWindow): number | undefined {
  if (window.step > SLOWEST_STEP) return undefined;
  const correlation = summedAutocorrelation(window);
  if (correlation === undefined) return undefined;
  const first = Math.max(2, Math.round(SHORTEST / window.step));
  const last = Math.min(Math.floor(LONGEST / window.step), correlation.length - 1);
  const peaks: { readonly lag: number; readonly height: number }[] = [];
  for (let lag = first; lag < last; lag += 1) {
    const here = at(correlation, lag);
    if (here > WEAKEST_REPEAT && here >= at(correlation, lag - 1) && here > at(correlation, lag + 1))
      peaks.push({ lag, height: heightAt(correlation, lag) });
  }
  const best = Math.max(...peaks.map(({ height }) => height));
  const found = peaks.find(({ height }) => height >= CLOSE_TO_BEST * best);
  if (found === undefined || found.lag < FEWEST_SAMPLES || isMultiple(correlation, found)) return undefined;
  return vertex(correlation, found.lag) * window.step;
}

/** Autocorrelation summed over channels that pulse, 1 at lag zero, by the Wiener-Khinchin theorem. */
function summedAutocorrelation({ channels, length, step }: EvenWindow): Float64Array | undefined {
  const used = Math.min(length, Math.ceil(ENOUGH / step));
  const size = 2 ** Math.ceil(Math.log2(2 * used));
  const fft = transformOf(size);
  const power = fft.createComplexArray().fill(0);
  const spectrum = fft.createComplexArray();
  let pulsing = false;
  for (const whole of channels) {
    if (whole === undefined) continue;
    const channel = whole.subarray(length - used);
    const padded = centred(channel, size);
    let squares = 0;
    for (let i = 0; i < used; i += 1) squares += (padded[i] ?? 0) ** 2;
    const deviation = Math.sqrt(squares / used);
    if (deviation < SMALLEST_PULSE) continue;
    pulsing = true;
    fft.realTransform(spectrum, padded);
    fft.completeSpectrum(spectrum);
    addPower(power, spectrum);
  }
  if (!pulsing) return undefined;
  const result = fft.createComplexArray();
  fft.inverseTransform(result, power);
  const zero = at(result, 0);
  // Nobody looks further than the longest cycle, or half the stretch.
  const lags = Math.min(Math.ceil(LONGEST / step) + 1, Math.floor(used / 2) + 1);
  const correlation = new Float64Array(lags);
  for (let lag = 0; lag < lags; lag += 1) correlation[lag] = ((result[2 * lag] ?? 0) / zero) * (used / (used - lag));
  return correlation;
}

/** A channel less its mean, zeros behind it. */
function centred(channel: Float64Array, size: number): Float64Array {
  const mean = meanOf(channel);
  const padded = new Float64Array(size);
  for (let i = 0; i < channel.length; i += 1) padded[i] = (channel[i] ?? mean) - mean;
  return padded;
}

/** Adds the squared size of each complex number of `spectrum` to the real part of its place in `power`. Mutates `power`. */
function addPower(power: number[], spectrum: readonly number[]): void {
  for (let i = 0; i < spectrum.length; i += 2) {
    const re = spectrum[i] ?? 0;
    const im = spectrum[i + 1] ?? 0;
    power[i] = (power[i] ?? 0) + re * re + im * im;
  }
}

const transforms = new Map<number, FFT>();

/** A transform of a size, made once: its tables cost more than its use. */
function transformOf(size: number): FFT {
  const known = transforms.get(size) ?? new FFT(size);
  transforms.set(size, known);
  return known;
}

/** A half or a third of a period repeats this much less, or it may be the period itself. Ours. */
const CLEARLY_LESS = 0.3;

/** Whether a part of a period, too short to be seen by itself, may be the true one: at a low rate its own peak falls between samples. */
function isMultiple(
  correlation: Float64Array,
  { lag, height }: { readonly lag: number; readonly height: number },
): boolean {
  return [2, 3].some((share) => {
    const part = lag / share;
    if (part >= FEWEST_SAMPLES) return false;
    const around = [Math.floor(part), Math.ceil(part)].filter((place) => place > 0);
    return Math.max(...around.map((place) => at(correlation, place))) > CLEARLY_LESS * height;
  });
}

/** How high that parabola goes: between two places of a coarse grid a peak loses much of itself. */
function heightAt(values: Float64Array, peak: number): number {
  const [a, b, c] = [at(values, peak - 1), at(values, peak), at(values, peak + 1)];
  const curve = a - 2 * b + c;
  return curve === 0 ? b : b - (a - c) ** 2 / (8 * curve);
}

/** The top of a parabola through a peak and its neighbours: finer than the grid. */
function vertex(values: Float64Array, peak: number): number {
  const [a, b, c] = [at(values, peak - 1), at(values, peak), at(values, peak + 1)];
  const curve = a - 2 * b + c;
  return curve === 0 ? peak : peak + (a - c) / (2 * curve);
}
