import { dryAirDensity, STANDARD_PRESSURE, STANDARD_TEMPERATURE } from '../../air';

/** Density of petrol, kg/m3 (common practice, no source), gravity, m/s2, and air at which a carburetor is jetted. */
const FUEL_DENSITY = 745;
const GRAVITY = 9.80665;
export const JETTING_DENSITY = dryAirDensity({ pressure: STANDARD_PRESSURE, temperature: STANDARD_TEMPERATURE });

/** What a throat meters from, averaged over a fuel step. Written in place by the throat, read only by the circuits. */
export interface Metering {
  /** Air through the throat, kg/s, never negative. */
  readonly air: number;
  /** Depression behind the throttle, Pa, never negative. */
  readonly depression: number;
  /** Ambient density, kg/m3. */
  readonly density: number;
  /** Opening past closed, radians. */
  readonly opening: number;
}

/** What screws, wear and faults have made of a throat's carburetor. Factors are 1 and levels 0 on a sound one. */
export interface CarburetorState {
  /** Turns of the mixture screw on the rich side of its base setting. */
  enrichedTurns: number;
  /** Flow of the pilot and the main jet over what they should pass. */
  pilot: number;
  main: number;
  /** Flow of the pilot jet that is in over the one it was made with. */
  jet: number;
  /** Flow between needle and needle jet over what it should be. */
  needle: number;
  /** Transfer slot that shows beyond what should at idle, m; share of the idle's fuel that goes back while the main begins. */
  slotMore: number;
  feedReversed: number;
  /** Fuel level above what it should be, m. */
  level: number;
  /** Fuel that comes over by itself, as a share of an idle's. */
  flooding: number;
}

/** A sound carburetor's state. */
export function soundCarburetor(): CarburetorState {
  return {
    enrichedTurns: 0,
    pilot: 1,
    main: 1,
    jet: 1,
    needle: 1,
    slotMore: 0,
    feedReversed: 0,
    level: 0,
    flooding: 0,
  };
}

/** Pressure that lifts fuel by a height below its outlet, Pa: rho g h. */
export function liftPressure(height: number): number {
  return FUEL_DENSITY * GRAVITY * height;
}

/** The square root of what of a suction is left after lifting: a jet's flow goes with it (Bernoulli; Heywood 1988, eq. 7.11). */
export function jetSuction(suction: number, lift: number): number {
  return suction > lift ? Math.sqrt(suction - lift) : 0;
}

/** A fuel-metering circuit: kg/s of fuel from what the throat does. */
export interface FuelCircuit {
  fuel(metering: Metering, state: CarburetorState, dt: number): number;
}

/** What a carburetor is jetted for: its own idle, as the factory left it. */
export interface IdleDesign {
  readonly air: number;
  readonly depression: number;
  readonly opening: number;
  /** Excess-air ratio at the mixture screw's base turns. */
  readonly lambda: number;
}
