import { type Radians, type Rpm, radians, rpm } from './brands';

/** Crank speed in rad/s as revolutions per minute. */
export function rpmFromRadiansPerSecond(omega: number): Rpm {
  return rpm((omega * 60) / (2 * Math.PI));
}

/** Revolutions per minute as rad/s. */
export function radiansPerSecondFromRpm(speed: Rpm): number {
  return (speed * 2 * Math.PI) / 60;
}

export function radiansFromDegrees(degrees: number): Radians {
  return radians((degrees * Math.PI) / 180);
}

/** Engine speed from the frequency of one cylinder's cycle: a four-stroke has one in two revolutions, a two-stroke in one. */
export function rpmFromCycleHz(cycleHz: number, strokes: 2 | 4): Rpm {
  return rpm(cycleHz * 60 * (strokes / 2));
}

/** The inverse of {@link rpmFromCycleHz}. */
export function cycleHzFromRpm(speed: Rpm, strokes: 2 | 4): number {
  return speed / (60 * (strokes / 2));
}
