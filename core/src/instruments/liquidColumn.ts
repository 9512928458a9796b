import { type Pascals, pascals, type Seconds } from '../units';

export interface LiquidColumnOptions {
  /** kg/m3 */
  readonly density: number;
  /** Length of the liquid from surface to surface, m, and the tube's bore, m. */
  readonly length: number;
  readonly bore: number;
  /** Pa s */
  readonly viscosity: number;
  /** Highest rise before the engine drinks the liquid, m. */
  readonly tallest: number;
  /** Share of the flow that a restrictor in the hose lets through. */
  readonly restrictor: number;
}

/** Ours: a column of light oil on a wall, damped by a restrictor in each hose. */
export const DEFAULT_LIQUID_COLUMN: LiquidColumnOptions = {
  density: 850,
  length: 2,
  bore: 0.005,
  viscosity: 0.008,
  tallest: 0.9,
  restrictor: 0.5,
};

const GRAVITY = 9.80665;
const STEP = 0.002;

/** A column that compares a depression with a reference: it rises by their difference over rho g. Mutable. */
export interface LiquidColumn {
  /** Difference that the column shows after the time since the last look; the rise in metres times rho g. */
  show(depression: Pascals, reference: Pascals, since: Seconds): Pascals;
  /** Whether it was pulled over its top since it was made. */
  spilled(): boolean;
}

/**
 * Liquid in a tube: inertia of its whole length, weight of its rise, laminar friction 32 mu / (rho d^2).
 * Source: manometer dynamics, any textbook of measurement (Doebelin, Measurement Systems, sec. 6.3, from memory).
 */
export function createLiquidColumn(options: LiquidColumnOptions = DEFAULT_LIQUID_COLUMN): LiquidColumn {
  const { density, length, bore, viscosity, tallest, restrictor } = options;
  const friction = (32 * viscosity) / (density * bore * bore) / restrictor;
  let rise = 0;
  let speed = 0;
  let over = false;

  function step(pressure: number, dt: number) {
    const acceleration = (pressure / density - GRAVITY * rise) / length - friction * speed;
    speed += acceleration * dt;
    rise += speed * dt;
    if (Math.abs(rise) < tallest) return;
    over = true;
    rise = Math.sign(rise) * tallest;
    speed = 0;
  }
  return {
    spilled: () => over,
    show(depression, reference, since) {
      for (let left: number = since; left > 0; left -= STEP) step(depression - reference, Math.min(STEP, left));
      return pascals(rise * density * GRAVITY);
    },
  };
}
