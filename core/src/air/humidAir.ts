import { exp, square } from '../basics';
import { type Pascals, pascals } from '../units';
import type { AirState } from './atmosphere';

/** Molar gas constant, J/(mol K), and molar masses of dry air (400 ppm CO2) and water, kg/mol. Source: CIPM-2007, sec. 2 and eq. 4. */
const R = 8.314472;
const M_AIR = 28.96546e-3;
const M_WATER = 18.01528e-3;

/** Pressure of saturated water vapour. Source: CIPM-2007, eq. A1.1. Range: 0 to 30 C in air, good to 0.01 % there. */
export function saturationPressure({ temperature: T }: Pick<AirState, 'temperature'>): Pascals {
  return pascals(exp(1.2378847e-5 * square(T) - 1.9121316e-2 * T + 33.93711047 - 6.3431645e3 / T));
}

/** Mole fraction of water vapour. Source: CIPM-2007, eqs. 5 to 7 with A1.2. */
function vapourMoles({ pressure: p, temperature: T }: AirState, relativeHumidity: number): number {
  const enhancement = 1.00062 + 3.14e-8 * p + 5.6e-7 * square(T - 273.15);
  return (relativeHumidity * enhancement * saturationPressure({ temperature: T })) / p;
}

/** Share of water vapour in moist air by mass. Source: as {@link humidAirDensity}; molar masses of eq. 4. */
export function vapourShare(air: AirState, relativeHumidity: number): number {
  const x = vapourMoles(air, relativeHumidity);
  return (x * M_WATER) / (x * M_WATER + (1 - x) * M_AIR);
}

/**
 * Density of moist air, kg/m3, from its state and relative humidity (0 to 1).
 * Source: CIPM-2007 (Picard et al., Metrologia 45 (2008) 149), eqs. 1 and A1.1 to A1.4. Range: 600 to 1100 hPa, 15 to 27 C, where it is
 * good to 0.002 %; used here over a workshop's and a road's range, where the compressibility still matters less than a barometer's error.
 */
export function humidAirDensity(air: AirState, relativeHumidity: number): number {
  const { pressure: p, temperature: T } = air;
  const t = T - 273.15;
  const x = vapourMoles(air, relativeHumidity);
  const second =
    1.58123e-6 -
    2.9331e-8 * t +
    1.1043e-10 * square(t) +
    (5.707e-6 - 2.051e-8 * t) * x +
    (1.9898e-4 - 2.376e-6 * t) * square(x);
  const Z = 1 - (p / T) * second + square(p / T) * (1.83e-11 - 0.765e-8 * square(x));
  return ((p * M_AIR) / (Z * R * T)) * (1 - x * (1 - M_WATER / M_AIR));
}
