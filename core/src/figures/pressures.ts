import { fromUnit, inUnit } from '../units/measure';
import { fromPascals, PRESSURE_UNIT_NAMES, PRESSURE_UNITS, toPascals } from '../units/pressure';
import type { Answer } from './calculator';

/** Standard gravity, m/s2. Source: NIST SP 811 (2008), B.8, exact. */
export const GRAVITY = 9.80665;

/** Pressure under a head of fuel, kPa: rho g h. */
export function headPressure(headM: number, densityKgM3: number): number {
  return (densityKgM3 * GRAVITY * headM) / 1000;
}

/** A pressure, kPa, in every unit that a dial may have. */
export function inEveryUnit(kPa: number): readonly Answer[] {
  const pressure = toPascals(kPa, 'kpa');
  return PRESSURE_UNITS.map((unit) => ({
    label: PRESSURE_UNIT_NAMES[unit],
    value: fromPascals(pressure, unit),
    unit: PRESSURE_UNIT_NAMES[unit],
    decimals: unit === 'bar' ? 4 : 2,
  }));
}

export function psiOf(kPa: number): number {
  return inUnit(fromUnit(kPa, 'kpa'), 'psi');
}
