import { AIR_GAS_CONSTANT, tabulatedFlowFactor } from '../air';

/**
 * Mutable pockets of gas: a runner or a cylinder. The fields are written by the integrator many thousand times a second,
 * so this is the one place in the core where numbers are bare and objects change; nothing here leaves the engine.
 */
export interface Pocket {
  /** Fresh air and burnt gas, kg. */
  air: number;
  burnt: number;
  /** m3 */
  volume: number;
  /** Temperatures at which either share counts, K. */
  readonly airTemperature: number;
  readonly burntTemperature: number;
}

export function pocketPressure(pocket: Pocket): number {
  return (
    (AIR_GAS_CONSTANT * (pocket.air * pocket.airTemperature + pocket.burnt * pocket.burntTemperature)) / pocket.volume
  );
}

/** Mass that passes an effective area (m2) from a pressure (Pa) and temperature (K) to a lower pressure, in kg/s. */
function passes(area: number, from: number, to: number, temperature: number): number {
  return ((area * from) / Math.sqrt(AIR_GAS_CONSTANT * temperature)) * tabulatedFlowFactor(to / from);
}

/**
 * A step's share of the mass that would make two pressures equal. The square root of orifice flow has no slope limit at
 * equal pressures: without this bound an explicit step would swing about them.
 */
const EQUALISING_SHARE = 0.8;

/** Lets ambient air in through a throttle (or gas out of it) for `dt` seconds; returns the air that came in, kg. */
export function breathe(pocket: Pocket, area: number, ambient: number, ambientTemperature: number, dt: number): number {
  const pressure = pocketPressure(pocket);
  const toEqual =
    (EQUALISING_SHARE * Math.abs(ambient - pressure) * pocket.volume) / (AIR_GAS_CONSTANT * pocket.airTemperature);
  if (pressure <= ambient) {
    const mass = Math.min(passes(area, ambient, pressure, ambientTemperature) * dt, toEqual);
    pocket.air += mass;
    return mass;
  }
  const mass = Math.min(passes(area, pressure, ambient, pocket.airTemperature) * dt, toEqual);
  const share = pocket.air / (pocket.air + pocket.burnt);
  pocket.air -= mass * share;
  pocket.burnt -= mass * (1 - share);
  return -mass * share;
}

/** Exchanges gas between a runner and a cylinder through the valve's effective area for `dt` seconds. */
export function exchange(runner: Pocket, cylinder: Pocket, area: number, dt: number): void {
  const inRunner = pocketPressure(runner);
  const inCylinder = pocketPressure(cylinder);
  const into = inRunner >= inCylinder;
  const from = into ? runner : cylinder;
  const to = into ? cylinder : runner;
  const stiffness = AIR_GAS_CONSTANT * from.airTemperature * (1 / runner.volume + 1 / cylinder.volume);
  const toEqual = (EQUALISING_SHARE * Math.abs(inRunner - inCylinder)) / stiffness;
  const flow = passes(area, Math.max(inRunner, inCylinder), Math.min(inRunner, inCylinder), from.airTemperature);
  const share = from.air / (from.air + from.burnt);
  const mass = Math.min(flow * dt, toEqual);
  from.air -= mass * share;
  from.burnt -= mass * (1 - share);
  to.air += mass * share;
  to.burnt += mass * (1 - share);
}
