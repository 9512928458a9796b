import { type Turns, turns } from './brands';

/** The step in which turns are counted and advised. common practice, no source: below it a hand cannot repeat itself. */
export const TURN_STEP: Turns = turns(1 / 16);

/** The nearest whole number of sixteenths. Exact in binary, so sums of moves never drift. */
export function roundToTurnStep(value: Turns): Turns {
  return turns(Math.round(value / TURN_STEP) * TURN_STEP + 0);
}
