import { inverse, Matrix } from 'ml-matrix';
import { at, erfc, exp } from '../basics';
import { MIXTURE_PRIOR } from './belief';
import { edgeAt, HUNTS, WANDER } from './hill';
import { torqueLack } from './torque';

/** How well a circuit can be known at best by what is at hand, whoever reads it. */
export interface InformationLimit {
  /** Least standard deviation of the logarithm of lambda against its target. */
  readonly deviation: number;
  /** Share of circuits that are then within a tolerance. */
  within(tolerance: number): number;
}

export interface SpeedLimitAsked {
  /** Share of the engine's cylinders that the circuit feeds: what one of many costs the idle is little. */
  readonly share: number;
  /** Speeds that are read while the screw is worked at. */
  readonly readings: number;
  readonly strokes: 2 | 4;
}

/** How far a screw is worked to either side of the lean-best point, logarithm of lambda: the best of these is taken. */
const DESIGNS = [0.05, 0.1, 0.15, 0.2, 0.25, 0.3] as const;
/** What a screw is thought to do before it has shown it, as a standard deviation of the logarithm. */
const GAIN_SPREAD = Math.hypot(MIXTURE_PRIOR.ownGain, MIXTURE_PRIOR.commonGain);
const STEP = 1e-3;

/**
 * The Cramér–Rao bound of the lean-best point by a tachometer: speeds are read in three places of the screw, the level of the speed, the mixture, what a
 * turn does and how the idle follows its torque all unknown. What is known of the last two beforehand is in it. Source: van Trees, Detection,
 * Estimation, and Modulation Theory I (1968), sec. 2.4 (Bayesian information matrix; from memory); the hill: `torqueLack`.
 */
export function limitBySpeed({ share, readings, strokes }: SpeedLimitAsked): InformationLimit {
  const follows = MIXTURE_PRIOR.follows[strokes];
  const bounds = DESIGNS.map((reach) => boundOf({ share, follows, reach, readings }));
  return limitOf(Math.min(...bounds));
}

/** The bound by a lambda sensor of its own: the noise of each look, and the slope that all looks share. */
export function limitBySensor(
  looks: number,
  { noise, slope }: { readonly noise: number; readonly slope: number },
): InformationLimit {
  return limitOf(Math.sqrt((noise * noise) / looks + slope * slope));
}

/**
 * The bound by one sensor where several circuits meet, whatever is turned: their mean is read, so of one circuit no more is known than how unlike its
 * sisters they may be.
 */
export function limitByMean(
  circuits: number,
  { mean, apart }: { readonly mean: number; readonly apart: number },
): InformationLimit {
  return limitOf(Math.sqrt(mean * mean + apart * apart * (1 - 1 / circuits)));
}

/**
 * The bound where cycles miss by an unknown share, as an idling two-stroke's do: a sensor shows the oxygen of what did not burn too, so that lambda is known
 * no better than the misses are; a speed shows where the torque is best (`hill`), which is not known as a lambda either. Source: information adds
 * (van Trees 1968, as above); what a share lets through by mass of oxygen.
 */
export function limitByMisses(
  { share, spread }: { readonly share: number; readonly spread: number },
  hill: InformationLimit,
): InformationLimit {
  const bySensor = spread / (1 - share);
  const bySpeed = Math.hypot(hill.deviation, MIXTURE_PRIOR.best);
  return limitOf(1 / Math.hypot(1 / bySensor, 1 / bySpeed));
}

function limitOf(deviation: number): InformationLimit {
  return { deviation, within: (tolerance) => 1 - erfc(tolerance / (deviation * Math.SQRT2)) };
}

interface Design {
  readonly share: number;
  readonly follows: number;
  readonly reach: number;
  readonly readings: number;
}

/** Unknowns: level of the speed, lambda where the screw is last, what a turn does, how the idle follows: logarithms all. */
function boundOf({ share, follows, reach, readings }: Design): number {
  const edge = edgeAt(share, follows);
  const places = [-reach, 0, reach];
  const speedAt = ([level, lambda, gain, following]: readonly number[], place: number) =>
    (level ?? 0) - exp(following ?? 0) * share * torqueLack(exp((lambda ?? 0) + exp(gain ?? 0) * place));
  const truth = [0, edge, 0, follows];
  const information = Matrix.zeros(4, 4);
  // An unknown level has a wide prior, so that the matrix can be inverted; the others theirs.
  const priors = [1, 0.3, GAIN_SPREAD, MIXTURE_PRIOR.followsSpread];
  priors.forEach((spread, k) => {
    information.set(k, k, 1 / (spread * spread));
  });
  const noise = Math.hypot(WANDER, HUNTS);
  for (const place of places) {
    const slope = truth.map((value, k) => {
      const moved = (by: number) => truth.map((other, i) => (i === k ? value + by : other));
      return (speedAt(moved(STEP), place) - speedAt(moved(-STEP), place)) / (2 * STEP);
    });
    const weight = readings / places.length / (noise * noise);
    for (let a = 0; a < 4; a += 1)
      for (let b = 0; b < 4; b += 1)
        information.set(a, b, information.get(a, b) + weight * at(slope, a) * at(slope, b));
  }
  const covariance = inverse(information);
  // What is sought is lambda against an edge that moves with how the idle follows.
  const byFollows = (edgeAt(share, follows + 0.05) - edgeAt(share, follows - 0.05)) / 0.1;
  const sought = [0, 1, 0, -byFollows];
  let variance = 0;
  for (let a = 0; a < 4; a += 1)
    for (let b = 0; b < 4; b += 1) variance += at(sought, a) * at(sought, b) * covariance.get(a, b);
  return Math.sqrt(Math.max(0, variance));
}
