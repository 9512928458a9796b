import { Matrix } from 'ml-matrix';
import { ASSUMED_BAROMETER } from '../formats/trace';
import type { Adjuster, Setup } from '../setup';
import { type Belief, layoutOf } from './belief';

/**
 * What is believed before the first reading. Ours, each with its reason.
 */
export const PRIOR = {
  /** As found, throats differ by this much of their air. A third is an engine that hardly idles. */
  trim: 0.35,
  /** Gauges before they were put on one source, kPa. */
  offset: 0.5,
  /** Screws of one kind together are unknown within a factor of two (two standard deviations), ... */
  gainOfKind: 0.3,
  /** ... and each of them differs from its sisters by about this much. */
  gainOfScrew: 0.2,
  /** Airflow per turn in where the setup does not say: a stop of common pitch and lever (common practice, no source: 1/8 turn is seen). */
  airflowPerTurn: 0.12,
  /** Idles have some 30 to 70 kPa absolute in the runner. */
  levelKPa: 55,
  level: 0.4,
  speed: 0.5,
  /** More air by one per cent lifts idle by about 0.8 per cent, within a factor of two. */
  speedSlope: 0.8,
  speedSlopeSpread: 0.35,
} as const;

/** The belief about a bank of which nothing has been measured. */
export function priorBelief(setup: Setup): Belief {
  const at = layoutOf(setup);
  const mean = new Array<number>(at.size).fill(0);
  const covariance = Matrix.zeros(at.size, at.size);
  const set = (index: number, value: number, spread: number) => {
    mean[index] = value;
    covariance.set(index, index, spread ** 2);
  };
  setup.throats.forEach((_, i) => {
    set(at.trim(i), 0, PRIOR.trim);
    set(at.offset(i), 0, PRIOR.offset);
  });
  setup.adjusters.forEach((adjuster, j) => {
    set(
      at.gain(j),
      Math.log(adjuster.airflowPerTurn ?? PRIOR.airflowPerTurn),
      Math.hypot(PRIOR.gainOfKind, PRIOR.gainOfScrew),
    );
    setup.adjusters.forEach((other, k) => {
      if (k !== j && areAlike(adjuster, other)) covariance.set(at.gain(j), at.gain(k), PRIOR.gainOfKind ** 2);
    });
  });
  set(at.level, Math.log(PRIOR.levelKPa), PRIOR.level);
  set(at.speed, Math.log(setup.targets.idleRpm), PRIOR.speed);
  set(at.speedSlope, PRIOR.speedSlope, PRIOR.speedSlopeSpread);
  return { setup, mean, covariance, barometer: ASSUMED_BAROMETER, surprise: [] };
}

/** Screws of one kind teach each other what a turn does. */
function areAlike(a: Adjuster, b: Adjuster): boolean {
  return a.kind === b.kind;
}
