import { PASCALS_PER } from './pressure';

/**
 * Units in which people write down what they measured, each with what one of it is in the quantity's own unit: metre,
 * kilopascal, second, kilometre, hour, or the plain number where there is none (turns, stamps). Sources: inch exact, NIST SP 811 (2008), B.8; pressures as in `PASCALS_PER`; the rest exact by definition.
 */
export const MEASURE_UNITS = {
  mm: { name: 'mm', of: 'length', is: 1e-3 },
  inch: { name: 'in', of: 'length', is: 0.0254 },
  thou: { name: 'thou', of: 'length', is: 0.0254e-3 },
  turns: { name: 'turns', of: 'turns', is: 1 },
  stamp: { name: 'stamp', of: 'stamp', is: 1 },
  fromTop: { name: 'from top', of: 'clip', is: 1 },
  kpa: { name: 'kPa', of: 'pressure', is: PASCALS_PER.kpa / 1000 },
  bar: { name: 'bar', of: 'pressure', is: PASCALS_PER.bar / 1000 },
  psi: { name: 'psi', of: 'pressure', is: PASCALS_PER.psi / 1000 },
  volt: { name: 'V', of: 'voltage', is: 1 },
  second: { name: 's', of: 'time', is: 1 },
  month: { name: 'months', of: 'age', is: 1 },
  degree: { name: '°', of: 'angle', is: 1 },
  rpm: { name: 'rpm', of: 'speed', is: 1 },
  km: { name: 'km', of: 'distance', is: 1 },
  mile: { name: 'miles', of: 'distance', is: 1.609344 },
  hour: { name: 'h', of: 'hours', is: 1 },
} as const satisfies Readonly<Record<string, { readonly name: string; readonly of: string; readonly is: number }>>;

export type MeasureUnit = keyof typeof MEASURE_UNITS;

export function isMeasureUnit(text: string): text is MeasureUnit {
  return Object.hasOwn(MEASURE_UNITS, text);
}

export const MEASURE_UNIT_NAMES = Object.keys(MEASURE_UNITS).filter(isMeasureUnit);

/** A figure in a unit as the quantity's own. */
export function fromUnit(value: number, unit: MeasureUnit): number {
  return value * MEASURE_UNITS[unit].is;
}

/** A quantity's own figure in a unit. */
export function inUnit(value: number, unit: MeasureUnit): number {
  return value / MEASURE_UNITS[unit].is;
}
