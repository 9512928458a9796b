import type { Random } from '../basics';
import type { Adjuster } from '../setup';
import type { Turns } from '../units';
import type { StateGains } from './outlook';

/** One state that may be so, as the planner sees it. */
export interface PossibleState {
  /** How far it is from the targets, in units of what is allowed: within 1 of each other for those that are compared. */
  readonly errors: Float64Array;
  readonly gains: StateGains;
}

/**
 * What a plan works towards. The planner knows errors, the directions along which screws move them, and how surely; it does not know
 * whether they are pressures, air or mixtures.
 */
export interface Goal<S extends PossibleState = PossibleState> {
  /** Screws that a plan may use. */
  readonly screws: readonly Adjuster[];
  /** How the errors move with one unit of each screw's movement. */
  readonly directions: readonly Float64Array[];
  /** Doubt of each screw's gain, as a logarithm. */
  readonly doubts: Float64Array;
  /** States that may be so, drawn by chance. */
  states(count: number, random: Random): readonly S[];
  /** Turns that a movement of a screw takes in a state. */
  turnsFor(state: S, screw: number, movement: number): number;
  /** Turns of the head that reach so many turns of what is on the screw; of a step that can be read off a head, and within its room. */
  headTurns(screw: number, wanted: number, most: number): Turns;
  /** Turns that so many turns of the head reach. */
  reached(screw: number, by: Turns): number;
  /** Writes into `errors` where a state stands after so many turns reached it; gives the moves that a mishap on the way costs. */
  move(state: S, screw: number, reached: number, errors: Float64Array): number;
}
