import { type CylinderShape, cylinderVolume, volumeSlope } from '../crank/crank';

const STEPS_PER_RADIAN = 720 / (2 * Math.PI);

/**
 * A periodic function of the crank angle, tabulated: the integrator asks for volumes and areas a million times a second. Linear between
 * half degrees, which is within 2e-5 of the function's own range for everything here (tested).
 */
export class CrankTable {
  readonly #values: Float64Array;

  /** Tabulates a function of an angle in [0, period), period in whole revolutions. */
  constructor(value: (angle: number) => number, period: number) {
    const steps = Math.round(period * STEPS_PER_RADIAN);
    // Two places past the end: an angle that rounds up to the period itself still finds its neighbour.
    this.#values = Float64Array.from({ length: steps + 2 }, (_, i) => value(((i % steps) * period) / steps));
  }

  at(angle: number): number {
    const place = angle * STEPS_PER_RADIAN;
    const index = Math.trunc(place);
    const left = this.#values[index] ?? 0;
    return left + (place - index) * ((this.#values[index + 1] ?? 0) - left);
  }
}

/** A cylinder's volume and its slope over one cycle, m3 and m3 per radian. */
export interface CylinderTables {
  readonly volume: CrankTable;
  readonly slope: CrankTable;
}

export function cylinderTables(shape: CylinderShape, period: number): CylinderTables {
  return {
    volume: new CrankTable((angle) => cylinderVolume(shape, angle), period),
    slope: new CrankTable((angle) => volumeSlope(shape, angle), period),
  };
}
