import { at } from '../basics';
import type { Belief } from './belief';
import { groupState, runnerLogPressure, throatLogAirflow } from './contrast';
import { type Layout, layoutOf } from './layout';

/** One number that an instrument showed, as a function of the state. */
export interface Observation {
  readonly observed: number;
  readonly variance: number;
  /** Part of the error that it has in common with all others of the update that have one: of a figure they are all held against. */
  readonly shared?: number;
  /** What the state predicts, and how that changes with each part of it. */
  predict(mean: readonly number[]): { readonly value: number; readonly slope: readonly number[] };
}

/** What a gauge showed, and the variance of its error, kPa squared. */
export interface Shown {
  readonly shownKPa: number;
  readonly variance: number;
}

/** What a gauge shows on throat `i`, kPa: (1 + c_i)(barometer - p_i) + b_i. */
export function depressionObservation(belief: Belief, throat: number, { shownKPa, variance }: Shown): Observation {
  const layout = layoutOf(belief.setup);
  return {
    observed: shownKPa,
    variance,
    predict(mean) {
      const n = belief.setup.throats.length;
      const apart = at(mean, layout.trim(throat)) - meanTrim(mean, layout, n);
      const runner = runnerLogPressure(belief.barometer, groupState(mean, layout), apart);
      const pressure = Math.exp(runner.logPressure);
      const gauge = 1 + at(mean, layout.gaugeGain(throat));
      const shown = -gauge * pressure;
      const slope = new Array<number>(layout.size).fill(0);
      for (let k = 0; k < n; k += 1)
        slope[layout.trim(k)] = shown * runner.slopeByApart * ((k === throat ? 1 : 0) - 1 / n);
      slope[layout.evening] = shown * runner.slopeByEvening;
      slope[layout.level] = shown * runner.slopeByLevel;
      slope[layout.offset(throat)] = 1;
      slope[layout.gaugeGain(throat)] = belief.barometer - pressure;
      return { value: gauge * (belief.barometer - pressure) + at(mean, layout.offset(throat)), slope };
    },
  };
}

/** What one instrument shows on throat `i` when it is carried from throat to throat, kPa: its own zero and slope are the same on all. */
export function carriedObservation(belief: Belief, throat: number, shown: Shown): Observation {
  const layout = layoutOf(belief.setup);
  const { observed, variance, predict } = depressionObservation(belief, throat, shown);
  const own = [layout.offset(throat), layout.gaugeGain(throat)];
  return {
    observed,
    variance,
    predict(mean) {
      const ideal = mean.map((value, i) => (own.includes(i) ? 0 : value));
      const { value, slope } = predict(ideal);
      return { value, slope: slope.map((part, i) => (own.includes(i) ? 0 : part)) };
    },
  };
}

/** A throat's air held against another's by one meter, as logarithms: its scale and the engine drop out. */
export interface AirAgainst {
  readonly throat: number;
  readonly against: number;
  readonly shown: number;
  /** Of the throat's own figure, and of the one it is held against. */
  readonly variance: number;
  readonly shared: number;
}

/** What a meter shows of the air of one throat against another's. */
export function airflowObservation(
  belief: Belief,
  { throat, against, shown, variance, shared }: AirAgainst,
): Observation {
  const layout = layoutOf(belief.setup);
  const n = belief.setup.throats.length;
  return {
    observed: shown,
    variance,
    shared,
    predict(mean) {
      const group = groupState(mean, layout);
      const all = meanTrim(mean, layout, n);
      const slope = new Array<number>(layout.size).fill(0);
      let value = 0;
      for (const [place, share] of [[throat, 1] as const, [against, -1] as const]) {
        const air = throatLogAirflow(belief.barometer, group, at(mean, layout.trim(place)) - all);
        value += share * air.logAirflow;
        for (let k = 0; k < n; k += 1)
          slope[layout.trim(k)] =
            at(slope, layout.trim(k)) + share * air.slopeByApart * ((k === place ? 1 : 0) - 1 / n);
        slope[layout.evening] = at(slope, layout.evening) + share * air.slopeByEvening;
        slope[layout.level] = at(slope, layout.level) + share * air.slopeByLevel;
      }
      return { value, slope };
    },
  };
}

/** What a gauge shows with its throat at rest: its offset alone. */
export function zeroObservation(belief: Belief, throat: number, { shownKPa, variance }: Shown): Observation {
  return directObservation(belief, layoutOf(belief.setup).offset(throat), { observed: shownKPa, variance });
}

/** What a gauge shows of a common source at so many kPa of depression: (1 + c_i) times that, and its offset. */
export function sourceObservation(
  belief: Belief,
  throat: number,
  { shownKPa, sourceKPa, variance }: Shown & { readonly sourceKPa: number },
): Observation {
  const layout = layoutOf(belief.setup);
  const slope = new Array<number>(layout.size).fill(0);
  slope[layout.offset(throat)] = 1;
  slope[layout.gaugeGain(throat)] = sourceKPa;
  return {
    observed: shownKPa,
    variance,
    predict: (mean) => ({
      value: sourceKPa * (1 + at(mean, layout.gaugeGain(throat))) + at(mean, layout.offset(throat)),
      slope,
    }),
  };
}

/** Engine speed as its logarithm: r itself. */
export function speedObservation(belief: Belief, rpm: number, relativeVariance: number): Observation {
  return directObservation(belief, layoutOf(belief.setup).speed, {
    observed: Math.log(rpm),
    variance: relativeVariance,
  });
}

/** A part of the state itself, seen through nothing else. */
export function directObservation(
  { setup }: Belief,
  index: number,
  { observed, variance }: Pick<Observation, 'observed' | 'variance'>,
): Observation {
  const slope = new Array<number>(layoutOf(setup).size).fill(0);
  slope[index] = 1;
  return { observed, variance, predict: (mean) => ({ value: at(mean, index), slope }) };
}

function meanTrim(mean: readonly number[], layout: Layout, throats: number): number {
  let sum = 0;
  for (let k = 0; k < throats; k += 1) sum += at(mean, layout.trim(k));
  return sum / throats;
}

/** Air of a throat as its logarithm, by the state's own picture of it; and how it changes with its trim against the group's. */
export function throatAir({ barometer, setup }: Belief, mean: readonly number[], throat: number) {
  const layout = layoutOf(setup);
  const apart = at(mean, layout.trim(throat)) - meanTrim(mean, layout, setup.throats.length);
  const { logAirflow, slopeByApart } = throatLogAirflow(barometer, groupState(mean, layout), apart);
  return { logAirflow, slope: slopeByApart };
}

/** Absolute pressure in a runner, kPa, by the state's own picture of it; and how it changes with its trim against the group's. */
export function runnerPressureKPa({ barometer, setup }: Belief, mean: readonly number[], throat: number) {
  const layout = layoutOf(setup);
  const apart = at(mean, layout.trim(throat)) - meanTrim(mean, layout, setup.throats.length);
  const { logPressure, slopeByApart } = runnerLogPressure(barometer, groupState(mean, layout), apart);
  const pressure = Math.exp(logPressure);
  return { pressure, slope: pressure * slopeByApart };
}
