import { at, extremesOf } from '../basics';
import type { Cycles } from './cycles';
import type { EvenWindow } from './grid';
import { correlatedMean, meanOf, quantileOf } from './statistics';

const SMALLEST_DRIFT = 0.12;
/** One cycle this far from the median, in robust standard deviations and in kPa, is no flutter. Ours. */
const DISTURBED_SIGMAS = 8;
const SMALLEST_DISTURBANCE = 2;
/** The least drift of the cycle time, as a share of it; and how many cycles at the ends of a stretch may be cut off. Ours. */
const SMALLEST_SPEED_DRIFT = 0.015;
const UNCOVERED_CYCLES = 4;
/** A stretch without a cycle for so many cycles is no idle. Ours: misfires leave gaps of two or three. */
const LONGEST_GAP = 6;

/** Whether a series rises or falls for sure, or holds a disturbance. `sigmas`: how sure. */
export function isDrifting(series: readonly number[], sigmas: number): boolean {
  const found = drift(series);
  return (found.size > SMALLEST_DRIFT && found.sigmas > sigmas) || isDisturbed(series);
}

/** A blip or a start within the stretch: few cycles, far from all others, that would still pull the mean. */
function isDisturbed(series: readonly number[]): boolean {
  const median = quantileOf(series, 0.5);
  const distances = series.map((value) => Math.abs(value - median));
  // 1.4826 medians of absolute deviations are one standard deviation of a normal scatter.
  const scatter = 1.4826 * quantileOf(distances, 0.5);
  return extremesOf(distances).high > Math.max(SMALLEST_DISTURBANCE, DISTURBED_SIGMAS * scatter);
}

/** Cycles must fill the stretch, and must not get longer or shorter through it: an engine that is just starting fills it in part. */
export function isUneven({ bounds, period }: Cycles, even: EvenWindow, sigmas: number): boolean {
  const covered = at(bounds, bounds.length - 1) - at(bounds, 0);
  if (covered < even.length * even.step - UNCOVERED_CYCLES * period) return true;
  const times = bounds.slice(1).map((end, i) => (end - at(bounds, i)) / period);
  // In between the engine stood, or was blipped.
  if (extremesOf(times).high > LONGEST_GAP) return true;
  const found = drift(times);
  return found.size > SMALLEST_SPEED_DRIFT && found.sigmas > sigmas;
}

/**
 * How far a straight line through a series rises from its first to its last quarter (half its whole rise), in the series' unit
 * and in standard uncertainties. The scatter is taken about the line: about the mean, a drift would hide in its own scatter.
 * Source: least squares slope, e.g. JCGM 100:2008, H.3, with the effective sample size of correlated residuals.
 */
function drift(series: readonly number[]): { readonly size: number; readonly sigmas: number } {
  const n = series.length;
  if (n < 4) return { size: Number.POSITIVE_INFINITY, sigmas: Number.POSITIVE_INFINITY };
  const mean = meanOf(series);
  const middle = (n - 1) / 2;
  const spread = (n * (n ** 2 - 1)) / 12;
  const slope = series.reduce((sum, value, i) => sum + (i - middle) * (value - mean), 0) / spread;
  const residuals = series.map((value, i) => value - mean - slope * (i - middle));
  const { deviation } = correlatedMean(residuals);
  const size = (Math.abs(slope) * n) / 2;
  return { size, sigmas: size / (deviation * Math.sqrt(3)) };
}
