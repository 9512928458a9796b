import type { Matrix } from 'ml-matrix';
import type { Suspicion } from '../faults';
import type { EventOf } from '../job/events';
import type { Setup } from '../setup';
import type { KiloPascals } from '../units';
import type { Direction } from './backlash';

/**
 * What is known about an engine: one Gaussian over everything that is not known for sure.
 *
 * The order of the state: for each throat its airflow trim `u` (natural logarithm, against as found); for each adjuster its
 * gain `g` (logarithm of the change of `u` per turn); for each throat its gauge's offset `b` (kPa); the group's pressure level
 * `l` (logarithm of kPa absolute); the engine speed `r` (logarithm of rpm) and the logarithm `s` of its slope (change of r per mean
 * trim: no sound engine idles slower on more air); the evening `e`.
 *
 * At one engine speed a runner's mean absolute pressure follows its open area by the law of `demand`: one to one where the throttle
 * chokes, less at small depressions, and exp(e) times that where a pipe joins the runners. That is all the belief knows of physics:
 * the simulator's equations are not in here.
 */
export interface Belief {
  readonly setup: Setup;
  readonly mean: readonly number[];
  readonly covariance: Matrix;
  readonly barometer: KiloPascals;
  /** Readings off idle compare throats there; they say nothing of the idle. */
  readonly stage: 'idle' | 'offIdle';
  /** Faults that were found and left: the engine is reckoned with as having them. */
  readonly stands: readonly Suspicion[];
  /** Which way each adjuster was turned last. */
  readonly lastTurned: readonly Direction[];
  /** The move that no reading has followed yet, and what was believed before it. */
  readonly pending: { readonly before: Belief; readonly move: EventOf<'move'> } | undefined;
  /** Logarithm of how probable all that was observed is under this belief: what rival explanations are weighed by. */
  readonly logEvidence: number;
  /** How far the last reading as a whole lay from what was expected: squared standard deviations beyond one for each figure read. */
  readonly startle: number;
  /** How far the last reading lay from what was expected, in standard deviations for each channel; empty before the first. */
  readonly surprise: readonly { readonly throat: string; readonly sigmas: number }[];
}

/** Places of the state's parts in the vector. */
export interface Layout {
  readonly size: number;
  trim(throat: number): number;
  gain(adjuster: number): number;
  offset(throat: number): number;
  gaugeGain(throat: number): number;
  readonly level: number;
  readonly speed: number;
  readonly speedSlope: number;
  readonly evening: number;
}

const layouts = new WeakMap<Setup, Layout>();

/** The layout of a bank's state: the same object for the same setup, for the innermost loops ask for it. */
export function layoutOf(setup: Setup): Layout {
  const known = layouts.get(setup);
  if (known !== undefined) return known;
  const t = setup.throats.length;
  const a = setup.adjusters.length;
  const layout: Layout = {
    size: 3 * t + a + 4,
    trim: (throat) => throat,
    gain: (adjuster) => t + adjuster,
    offset: (throat) => t + a + throat,
    gaugeGain: (throat) => 2 * t + a + throat,
    level: 3 * t + a,
    speed: 3 * t + a + 1,
    speedSlope: 3 * t + a + 2,
    evening: 3 * t + a + 3,
  };
  layouts.set(setup, layout);
  return layout;
}
