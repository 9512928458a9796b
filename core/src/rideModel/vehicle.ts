import { exp, pow, square } from '../basics';

/** A light motorcycle that is driven over a made-up road: written for the judgement of rides alone, with none of the engine's or the judgement's code. */
export interface Going {
  rpm: number;
  /** m/s. */
  speed: number;
  /** 1 to 5; 0: out of gear. */
  gear: number;
  /** Air through the engine over that of full load at 6000 rpm. */
  air: number;
  /** Manifold pressure over the air's. */
  load: number;
}

const MASS = 290;
const WHEEL = 0.31;
const RATIOS = [14.5, 10.4, 8, 6.6, 5.7];
const ROLLING = 55;
const DRAG = 0.36;
const GRAVITY = 9.81;
/** Full torque, Nm, its engine speed, and what friction takes, Nm and Nm a rev. */
const TORQUE = 62;
const TORQUE_RPM = 5200;
const FRICTION = 7;
const FRICTION_PER_RPM = 0.0012;
export const IDLE_RPM = 1100;
const TOP_RPM = 9000;
/** Clutch slips up to this speed of the engine when pulling away. */
const SLIP_RPM = 1900;

function ratioOf(gear: number): number {
  return RATIOS[gear - 1] ?? 1;
}

/** The engine's speed that a road speed and a gear ask for. */
export function rpmIn(gear: number, speed: number): number {
  return (speed / WHEEL) * ratioOf(gear) * (60 / (2 * Math.PI));
}

/** What the throttle lets through at an engine speed, as a share of what the engine could draw: a little at the stop. */
function filling(opening: number, rpm: number): number {
  const wanted = rpm / TOP_RPM;
  return 1 - exp(-(0.011 + 0.9 * pow(opening, 1.6) + 0.05 * opening) / (0.55 * wanted + 0.004));
}

/** The vehicle a moment later. `grade`: sine of the slope; `wind`: m/s against it; `clutch`: 0 out, 1 in. */
export function goOn(
  going: Going,
  hand: { opening: number; grade: number; wind: number; clutch: number },
  dt: number,
): void {
  const { opening, grade, wind, clutch } = hand;
  const fill = filling(opening, going.rpm);
  const shape = 1 - 0.45 * square((going.rpm - TORQUE_RPM) / TORQUE_RPM);
  const torque = TORQUE * shape * fill - (FRICTION + FRICTION_PER_RPM * going.rpm) * (1.25 - fill);
  const against =
    (going.speed > 0.2 ? ROLLING : 0) +
    DRAG * square(going.speed + wind) +
    MASS * GRAVITY * grade * (going.speed > 0.2 ? 1 : 0);
  if (going.gear > 0 && clutch > 0.5) {
    const asked = rpmIn(going.gear, going.speed);
    const ratio = ratioOf(going.gear);
    if (asked < SLIP_RPM && opening > 0.01) {
      // The clutch slips: the hand lets through what the engine gives, and holds its speed.
      const slip = Math.max(8, Math.min(45, torque * 1.1));
      going.rpm += (SLIP_RPM * 0.8 + opening * 1200 - going.rpm) * Math.min(1, dt / 0.5);
      going.speed += ((slip * ratio) / WHEEL - against) * (dt / MASS);
    } else {
      going.rpm += (Math.max(IDLE_RPM * 0.9, asked) - going.rpm) * Math.min(1, dt / 0.08);
      going.speed += ((torque * ratio) / WHEEL - against) * (dt / (MASS * (1 + 0.03 * ratio)));
    }
  } else {
    going.speed -= (against / MASS) * dt;
    const free = IDLE_RPM + 7600 * (1 - exp(-opening * 4));
    going.rpm += (free - going.rpm) * Math.min(1, dt / (free > going.rpm ? 0.22 : 0.7));
  }
  going.speed = Math.max(0, going.speed);
  going.rpm = Math.min(TOP_RPM, Math.max(IDLE_RPM * 0.85, going.rpm));
  going.load = Math.min(1, 0.24 + 0.76 * fill - (going.rpm > 1800 && fill < 0.12 ? 0.1 : 0));
  going.air = fill * (going.rpm / 6000);
}

/** A value that wanders about nothing with a standard deviation and a memory, s. */
export function wander(value: number, how: { sd: number; memory: number; chance: number }, dt: number): number {
  const keep = exp(-dt / how.memory);
  return value * keep + how.sd * Math.sqrt(1 - keep * keep) * how.chance;
}
