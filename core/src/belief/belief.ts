import type { Matrix } from 'ml-matrix';
import type { Suspicion } from '../faults';
import type { EventOf } from '../job/events';
import type { Setup } from '../setup';
import type { KiloPascals } from '../units';
import type { Direction } from './backlash';

/**
 * What is known about an engine: one Gaussian over everything that is not known for sure.
 *
 * The state, by the blocks of `layoutOf`: for each throat its airflow trim `u` (natural logarithm, against as found); for each
 * adjuster its gain `g` (logarithm of the change of `u` per turn); for each throat its gauge's offset `b` (kPa) and slope; the group's
 * pressure level `l` (logarithm of kPa absolute); the engine speed `r` (logarithm of rpm) and the logarithm `s` of its slope (change of r
 * per mean trim: no sound engine idles slower on more air); the evening `e`.
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
