import type { Setup } from '../setup';
import { type Rpm, rpm } from '../units';

/** Speed to hold for the comparison: common practice, no source, is 1500 to 3000 rpm. Ours: about twice the idle, within that. */
const LEAST_RPM = 1500;
const MOST_RPM = 3000;
const TIMES_IDLE = 1.9;
const ROUND_TO = 100;

/** The speed to hold for the comparison above idle. */
export function holdRpm({ targets }: Setup): Rpm {
  const wanted = Math.round((TIMES_IDLE * targets.idleRpm) / ROUND_TO) * ROUND_TO;
  return rpm(Math.min(MOST_RPM, Math.max(LEAST_RPM, wanted)));
}

/** Off idle a reading counts once the engine is held near the speed that was asked for. Ours. */
const NEAR_ENOUGH = 0.85;

export function isHeld(speedRpm: number, hold: number): boolean {
  return speedRpm >= NEAR_ENOUGH * hold;
}
