import type { Engine } from '../engine';
import type { LiftAnswer } from '../mixture/words';
import { type Rpm, rpm, seconds } from '../units';

/** How far the piston is lifted, m: common practice, no source, 1/32 inch. */
const LIFT = 0.8e-3;
/** Time before the lift and with the piston held, s. */
const BEFORE = 6;
const HELD = 8;
/** Changes smaller than this are not heard. Ours. */
const HEARD: Rpm = rpm(13);

/** What the engine did when a piston was lifted a little. */
export type LiftResponse = LiftAnswer;

/**
 * Lifts the piston of a constant-depression carburetor and listens; undefined where there is none. Speed that rises and stays means rich, that
 * falls lean, that rises a touch and settles right (common practice, no source). Lets the piston down again.
 */
export function liftAndListen(engine: Engine, throat: string): LiftResponse | undefined {
  engine.advance(seconds(BEFORE));
  const before = engine.truth().speed;
  if (!engine.liftPiston(throat, LIFT)) return undefined;
  engine.advance(seconds(HELD));
  const after = engine.truth().speed;
  const died = !engine.running();
  engine.liftPiston(throat, 0);
  if (died) return 'stalls';
  if (after > before + HEARD) return 'risesAndStays';
  return after < before - HEARD ? 'falls' : 'risesAndSettles';
}
