import type { Matrix } from 'ml-matrix';
import type { Random } from '../random';
import { at } from '../sequence';
import { type KiloPascals, kiloPascals, type Rpm, rpm } from '../units';
import { type Belief, layoutOf } from './belief';
import { runnerLogPressure } from './contrast';
import { drawStates } from './drawStates';
import { runnerPressureKPa } from './observation';

/** What the belief holds for one throat: true depression, gauge offset taken out. */
export interface ThroatForecast {
  readonly throat: string;
  readonly depression: KiloPascals;
  /** Distance from the mean of all throats, and its standard uncertainty. */
  readonly deviation: KiloPascals;
  readonly uncertainty: KiloPascals;
}

export interface Forecast {
  readonly throats: readonly ThroatForecast[];
  /** Largest less smallest depression. */
  readonly spread: KiloPascals;
  readonly speed: Rpm;
  readonly speedUncertainty: Rpm;
}

/** The belief in the words of the bench: depression, deviation and speed with their uncertainties. */
export function forecastOf(belief: Belief): Forecast {
  const layout = layoutOf(belief.setup);
  const n = belief.setup.throats.length;
  const runners = belief.setup.throats.map((_, i) => runnerPressureKPa(belief, belief.mean, i));
  const pressures = runners.map(({ pressure }) => pressure);
  const group = pressures.reduce((sum, p) => sum + p, 0) / n;
  const slopeOf = (throat: number) => deviationSlope(layout.size, runners, throat);
  const speed = Math.exp(at(belief.mean, layout.speed));
  return {
    throats: belief.setup.throats.map(({ id }, i) => ({
      throat: id,
      depression: kiloPascals(belief.barometer - at(pressures, i)),
      deviation: kiloPascals(group - at(pressures, i)),
      uncertainty: kiloPascals(Math.sqrt(quadratic(belief.covariance, slopeOf(i)))),
    })),
    spread: kiloPascals(Math.max(...pressures) - Math.min(...pressures)),
    speed: rpm(speed),
    speedUncertainty: rpm(speed * Math.sqrt(belief.covariance.get(layout.speed, layout.speed))),
  };
}

/** How throat i's deviation from the group changes with the trims: d(mean p - p_i)/du. */
function deviationSlope(size: number, runners: readonly { readonly slope: number }[], throat: number): number[] {
  const n = runners.length;
  const own = at(runners, throat).slope;
  const mean = runners.reduce((sum, { slope }) => sum + slope, 0) / n;
  const slope = new Array<number>(size).fill(0);
  // d p_k / d u_j = slope_k (delta_kj - 1/n).
  runners.forEach((runner, j) => {
    const ownChange = own * ((j === throat ? 1 : 0) - 1 / n);
    slope[j] = runner.slope / n - mean / n - ownChange;
  });
  return slope;
}

function quadratic(matrix: Matrix, vector: readonly number[]): number {
  let sum = 0;
  vector.forEach((a, i) => {
    if (a === 0) return;
    vector.forEach((b, j) => {
      if (b !== 0) sum += a * b * matrix.get(i, j);
    });
  });
  return Math.max(0, sum);
}

/**
 * Draws states from the belief and returns what each would mean: spread of true depressions (kPa) and speed (rpm).
 * The draws come from `random`, so the same seed gives the same answer.
 */
export function drawOutcomes(belief: Belief, count: number, random: Random) {
  const layout = layoutOf(belief.setup);
  const n = belief.setup.throats.length;
  const trims = belief.setup.throats.map((_, i) => layout.trim(i));
  const places = [...trims, layout.level, layout.evening, layout.speed];
  return drawStates(belief, count, random, places).map((state) => {
    let sum = 0;
    let low = Number.POSITIVE_INFINITY;
    let high = Number.NEGATIVE_INFINITY;
    for (let i = 0; i < n; i += 1) {
      const trim = at(state, i);
      sum += trim;
      low = Math.min(low, trim);
      high = Math.max(high, trim);
    }
    // Pressure rises with the trim: the outermost throats are the outermost pressures.
    const group = { level: at(state, n), evening: at(state, n + 1) };
    const pressureOf = (trim: number) =>
      Math.exp(runnerLogPressure(belief.barometer, group, trim - sum / n).logPressure);
    return { spreadKPa: pressureOf(high) - pressureOf(low), speedRpm: Math.exp(at(state, n + 2)) };
  });
}
