import { fromUnit, inUnit } from '../units/measure';
import { fromPascals, PRESSURE_UNIT_NAMES, PRESSURE_UNITS, type PressureUnit, toPascals } from '../units/pressure';
import type { Answer } from './calculator';

/** Standard gravity, m/s2. Source: NIST SP 811 (2008), B.8, exact. */
export const GRAVITY = 9.80665;

/** Pressure under a head of fuel, kPa: rho g h. */
export function headPressure(headM: number, densityKgM3: number): number {
  return (densityKgM3 * GRAVITY * headM) / 1000;
}

/** No finer than half a tenth of a kPa, as dials are read. */
const DECIMALS: Readonly<Record<PressureUnit, number>> = {
  kpa: 1,
  bar: 3,
  mbar: 0,
  psi: 2,
  inhg: 2,
  mmhg: 0,
  cmhg: 1,
  inh2o: 1,
};

/** A pressure, kPa, in every unit that a dial may have. */
export function inEveryUnit(kPa: number): readonly Answer[] {
  const pressure = toPascals(kPa, 'kpa');
  return PRESSURE_UNITS.map((unit) => ({
    label: PRESSURE_UNIT_NAMES[unit],
    value: fromPascals(pressure, unit),
    unit: PRESSURE_UNIT_NAMES[unit],
    decimals: DECIMALS[unit],
  }));
}

export function psiOf(kPa: number): number {
  return inUnit(fromUnit(kPa, 'kpa'), 'psi');
}
