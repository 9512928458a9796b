import { type Rpm, radiansPerSecondFromRpm, rpm, rpmFromRadiansPerSecond } from '../units';
import { frictionMeanEffectivePressure } from './friction';

/** One cycle of a four-stroke, radians of crank angle. */
export const CYCLE = 4 * Math.PI;
/** The starter holds this speed until the engine runs by itself, for so long at the most, s. Ours. */
const STARTER_SPEED = radiansPerSecondFromRpm(rpm(700));
const STARTER_TIME = 1.5;
/** Below this the flywheel does not carry the next compression. Ours. */
const STALL_SPEED = radiansPerSecondFromRpm(rpm(350));

/** Crank, flywheel, starter and ignition. Mutable, owned by the engine. */
export interface Crankshaft {
  start(): void;
  cut(): void;
  /** Whether the ignition is on. */
  lit(): boolean;
  turning(): boolean;
  angle(): number;
  speed(): Rpm;
  /** A step under the gas's torque, Nm: what came of it. */
  step(gasTorque: number): 'turns' | 'cycleDone' | 'stalled';
}

/** `inertia` in kg m2, `displacement` of all cylinders in m3, `dt` in s. */
export function createCrankshaft(inertia: number, displacement: number, dt: number): Crankshaft {
  let omega = 0;
  let angle = 0;
  let lit = false;
  let cranking = 0;
  return {
    start() {
      if (omega > 0) return;
      lit = true;
      omega = STARTER_SPEED;
      cranking = STARTER_TIME;
    },
    cut() {
      lit = false;
    },
    lit: () => lit,
    turning: () => omega > 0,
    angle: () => angle,
    speed: () => rpmFromRadiansPerSecond(omega),
    step(gasTorque) {
      const friction = (frictionMeanEffectivePressure(rpmFromRadiansPerSecond(omega)) * displacement) / CYCLE;
      omega += ((gasTorque - friction) / inertia) * dt;
      cranking = lit ? cranking - dt : 0;
      if (cranking > 0) omega = Math.max(omega, STARTER_SPEED);
      if (omega < STALL_SPEED) {
        omega = 0;
        lit = false;
        return 'stalled';
      }
      angle += omega * dt;
      if (angle < CYCLE) return 'turns';
      angle -= CYCLE;
      return 'cycleDone';
    },
  };
}
