import { Matrix } from 'ml-matrix';
import { type Adjuster, concernOf, movesAll, type Setup, sharesPlenum } from '../setup';
import { ASSUMED_BAROMETER } from '../trace';
import type { Belief } from './belief';
import { layoutOf } from './layout';

/**
 * What is believed before the first reading. Ours, each with its reason.
 */
export const PRIOR = {
  /** As found, throats differ by this much of their air. A third is an engine that hardly idles. */
  trim: 0.35,
  /** Gauges before they were put on one source, kPa. */
  offset: 0.5,
  /** A gauge's slope until all were put on one running throat: a class of half a per cent, evenly spread within it (GUM 4.3.7). */
  gaugeGain: 0.01,
  /**
   * What a turn does is unknown within a factor of two (two standard deviations of all three together): a part that all stops, screws
   * and knobs of a bank share (its plates), one that those of a kind share (their levers), and each screw's own.
   */
  gainOfBank: 0.3,
  gainOfKind: 0.35,
  gainOfScrew: 0.35,
  /** A screw that moves all throats does so by a lever of its own, that nobody has measured. */
  gainOfKnob: 0.7,
  /** Airflow per turn in where the setup does not say: a stop of common pitch and lever (common practice, no source: 1/8 turn is seen). */
  airflowPerTurn: 0.12,
  /** Idles have some 30 to 70 kPa absolute in the runner. */
  levelKPa: 55,
  level: 0.4,
  speed: 0.5,
  /** More air by one per cent lifts idle by about 0.75 per cent, within a factor of 2.7 (two standard deviations); the logarithm and its spread. */
  speedSlope: Math.log(0.75),
  speedSlopeSpread: 0.8,
  /** A two-stroke that fires now and then at idle fires more often with more air: its idle follows more, and nobody knows how much. */
  speedSlopeTwoStroke: Math.log(1.5),
  speedSlopeSpreadTwoStroke: 1,
  /** A balance pipe leaves a third of a difference, within a factor of three. Runners of their own leave all of it. */
  evenedByPipe: -1.1,
  evenedByPipeSpread: 0.5,
  unevened: 0.001,
  /** On one plenum nothing of a difference is left in the pressure. */
  evenedByPlenum: -6,
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
    set(at.gaugeGain(i), 0, PRIOR.gaugeGain);
  });
  setup.adjusters.forEach((adjuster, j) => {
    set(at.gain(j), Math.log(expectedGain(setup, adjuster)), gainDoubt(setup, adjuster));
    setup.adjusters.forEach((other, k) => {
      if (k !== j) covariance.set(at.gain(j), at.gain(k), sharedVariance(adjuster, other));
    });
  });
  set(at.level, Math.log(PRIOR.levelKPa), PRIOR.level);
  set(at.speed, Math.log(setup.targets.idleRpm), PRIOR.speed);
  if (setup.engine.strokes === 2) set(at.speedSlope, PRIOR.speedSlopeTwoStroke, PRIOR.speedSlopeSpreadTwoStroke);
  else set(at.speedSlope, PRIOR.speedSlope, PRIOR.speedSlopeSpread);
  if (sharesPlenum(setup)) set(at.evening, PRIOR.evenedByPlenum, PRIOR.unevened);
  else if ((setup.pipes ?? []).length > 0) set(at.evening, PRIOR.evenedByPipe, PRIOR.evenedByPipeSpread);
  else set(at.evening, 0, PRIOR.unevened);
  const lastTurned = setup.adjusters.map(() => 0 as const);
  return {
    setup,
    mean,
    covariance,
    barometer: ASSUMED_BAROMETER,
    stage: 'idle',
    stands: [],
    lastTurned,
    pending: undefined,
    logEvidence: 0,
    startle: 0,
    surprise: [],
  };
}

/** What a turn of a screw is unsure by, as a logarithm. */
function gainDoubt(setup: Setup, adjuster: Adjuster): number {
  const own = movesAll(setup, adjuster) ? PRIOR.gainOfKnob : PRIOR.gainOfScrew;
  return Math.hypot(PRIOR.gainOfBank, PRIOR.gainOfKind, own);
}

/** Change of log airflow per turn: as the setup says, else by the screw's pitch and lever against those of its sisters. */
function expectedGain({ adjusters }: Setup, { airflowPerTurn, pitchMm, leverMm }: Adjuster): number {
  if (airflowPerTurn !== undefined) return airflowPerTurn;
  const angles = adjusters.filter((other) => concernOf(other) === 'rest').map((other) => other.pitchMm / other.leverMm);
  const middle = [...angles].sort((a, b) => a - b)[Math.floor(angles.length / 2)] ?? pitchMm / leverMm;
  return (PRIOR.airflowPerTurn * pitchMm) / leverMm / middle;
}

/** What two screws' gains have in common: screws of one bank and of one kind teach each other what a turn does. */
function sharedVariance(a: Adjuster, b: Adjuster): number {
  if (concernOf(a) !== concernOf(b)) return 0;
  return PRIOR.gainOfBank ** 2 + (a.kind === b.kind ? PRIOR.gainOfKind ** 2 : 0);
}
