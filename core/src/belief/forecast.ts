import type { Matrix } from 'ml-matrix';
import { at, type Random } from '../basics';
import { decidingQuantity, PERCENT, type Quantity } from '../setup';
import { type KiloPascals, kiloPascals, type Rpm, rpm } from '../units';
import type { Belief } from './belief';
import { runnerLogPressure, throatLogAirflow } from './contrast';
import { drawStates } from './drawStates';
import { layoutOf } from './layout';
import { runnerPressureKPa, throatAir } from './observation';

/** What the belief holds for one throat. */
export interface ThroatForecast {
  readonly throat: string;
  /** True depression, gauge offset taken out. */
  readonly depression: KiloPascals;
  /** Distance from the mean of all throats, and its standard uncertainty: in the quantity that decides, kPa of depression or per cent of air. */
  readonly deviation: number;
  readonly uncertainty: number;
}

export interface Forecast {
  readonly quantity: Quantity;
  readonly throats: readonly ThroatForecast[];
  /** Largest less smallest of the deciding quantity, kPa or per cent of air. */
  readonly spread: number;
  readonly speed: Rpm;
  readonly speedUncertainty: Rpm;
}

/** The belief in the words of the bench: depression, deviation and speed with their uncertainties. */
export function forecastOf(belief: Belief): Forecast {
  const layout = layoutOf(belief.setup);
  const n = belief.setup.throats.length;
  const compared = belief.setup.throats.map((_, i) => comparedFigure(belief, belief.mean, i));
  const values = compared.map(({ value }) => value);
  const group = values.reduce((sum, value) => sum + value, 0) / n;
  const slopeOf = (throat: number) => deviationSlope(layout.size, compared, throat);
  const speed = Math.exp(at(belief.mean, layout.speed));
  return {
    quantity: decidingQuantity(belief.setup),
    throats: belief.setup.throats.map(({ id }, i) => ({
      throat: id,
      depression: kiloPascals(belief.barometer - runnerPressureKPa(belief, belief.mean, i).pressure),
      deviation: at(values, i) - group,
      uncertainty: Math.sqrt(quadratic(belief.covariance, slopeOf(i))),
    })),
    spread: Math.max(...values) - Math.min(...values),
    speed: rpm(speed),
    speedUncertainty: rpm(speed * Math.sqrt(belief.covariance.get(layout.speed, layout.speed))),
  };
}

/** The figure by which throats are compared, kPa of depression or per cent of air, and how it changes with the throat's trim. */
function comparedFigure(belief: Belief, mean: readonly number[], throat: number) {
  if (decidingQuantity(belief.setup) === 'airflow') {
    const { logAirflow, slope } = throatAir(belief, mean, throat);
    return { value: PERCENT * logAirflow, slope: PERCENT * slope };
  }
  const { pressure, slope } = runnerPressureKPa(belief, mean, throat);
  return { value: belief.barometer - pressure, slope: -slope };
}

/** How throat i's deviation from the group changes with the trims. */
function deviationSlope(size: number, compared: readonly { readonly slope: number }[], throat: number): number[] {
  const n = compared.length;
  const own = at(compared, throat).slope;
  const mean = compared.reduce((sum, { slope }) => sum + slope, 0) / n;
  const slope = new Array<number>(size).fill(0);
  // d value_k / d u_j = slope_k (delta_kj - 1/n).
  compared.forEach((figure, j) => {
    const ownChange = own * ((j === throat ? 1 : 0) - 1 / n);
    slope[j] = ownChange - figure.slope / n + mean / n;
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
 * Draws states from the belief and returns what each would mean: spread of the deciding quantity (kPa or per cent of air) and speed (rpm).
 * The draws come from `random`, so the same seed gives the same answer.
 */
export function drawOutcomes(belief: Belief, count: number, random: Random) {
  const layout = layoutOf(belief.setup);
  const n = belief.setup.throats.length;
  const trims = belief.setup.throats.map((_, i) => layout.trim(i));
  const byAir = decidingQuantity(belief.setup) === 'airflow';
  const places = [...trims, layout.level, layout.evening, layout.speed];
  return drawStates(belief, { count, random, places }).map((state) => {
    let sum = 0;
    let low = Number.POSITIVE_INFINITY;
    let high = Number.NEGATIVE_INFINITY;
    for (let i = 0; i < n; i += 1) {
      const trim = at(state, i);
      sum += trim;
      low = Math.min(low, trim);
      high = Math.max(high, trim);
    }
    // Pressure and air rise with the trim: the outermost throats are the outermost figures.
    const group = { level: at(state, n), evening: at(state, n + 1) };
    const figureOf = (trim: number) =>
      byAir
        ? PERCENT * throatLogAirflow(belief.barometer, group, trim - sum / n).logAirflow
        : Math.exp(runnerLogPressure(belief.barometer, group, trim - sum / n).logPressure);
    return { spread: figureOf(high) - figureOf(low), speedRpm: Math.exp(at(state, n + 2)) };
  });
}
