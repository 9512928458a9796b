import { pow } from '../basics';
import { type Kelvins, kelvins, type Pascals, pascals } from '../units';
import { AIR_GAS_CONSTANT, STANDARD_PRESSURE, STANDARD_TEMPERATURE } from './gas';

/** Fall of temperature with height, K/m, and gravity, m/s2. Source: ISO 2533:1975, 2.1 and table 4. */
const LAPSE = 0.0065;
const GRAVITY = 9.80665;

export interface AirState {
  readonly pressure: Pascals;
  readonly temperature: Kelvins;
}

/**
 * The standard atmosphere at a geopotential altitude in metres. Source: ISO 2533:1975, eqs. 9 and 12 (same as ICAO Doc 7488).
 * Range: -2000 to 11 000 m; exact to the table's digits there.
 */
export function standardAtmosphere(altitudeMetres: number): AirState {
  const temperature = STANDARD_TEMPERATURE - LAPSE * altitudeMetres;
  const exponent = GRAVITY / (AIR_GAS_CONSTANT * LAPSE);
  return {
    pressure: pascals(STANDARD_PRESSURE * pow(temperature / STANDARD_TEMPERATURE, exponent)),
    temperature: kelvins(temperature),
  };
}

/** Density of dry air, kg/m3, by the perfect gas law. Source: ISO 2533:1975, eq. 1; under 0.1 % off at ground level. */
export function dryAirDensity({ pressure, temperature }: AirState): number {
  return pressure / (AIR_GAS_CONSTANT * temperature);
}
