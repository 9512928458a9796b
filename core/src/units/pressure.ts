import { type KiloPascals, kiloPascals, type Pascals, pascals } from './brands';

/**
 * Pascals in one of each unit. Source: NIST SP 811 (2008), Appendix B.8; mercury at 0 C, water at 4 C, both "conventional".
 * bar and mbar are exact; psi is lbf/in2 to the printed digits.
 */
export const PASCALS_PER = {
  kpa: 1000,
  bar: 100_000,
  mbar: 100,
  psi: 6894.757,
  inhg: 3386.389,
  mmhg: 133.3224,
  cmhg: 1333.224,
  inh2o: 249.0889,
} as const;

export type PressureUnit = keyof typeof PASCALS_PER;

export const PRESSURE_UNITS = Object.keys(PASCALS_PER).filter(isPressureUnit);

/** Written names, as people expect to see them on a dial. */
export const PRESSURE_UNIT_NAMES: Readonly<Record<PressureUnit, string>> = {
  kpa: 'kPa',
  bar: 'bar',
  mbar: 'mbar',
  psi: 'psi',
  inhg: 'inHg',
  mmhg: 'mmHg',
  cmhg: 'cmHg',
  inh2o: 'inH2O',
};

/** True for a unit key as used in column names (`kpa`, `inhg` ...). */
export function isPressureUnit(text: string): text is PressureUnit {
  return text in PASCALS_PER;
}

/** A pressure or pressure difference in `from` as pascals. */
export function toPascals(value: number, from: PressureUnit): Pascals {
  return pascals(value * PASCALS_PER[from]);
}

/** Pascals as a number of the unit `to`. */
export function fromPascals(value: Pascals, to: PressureUnit): number {
  return value / PASCALS_PER[to];
}

export function toKiloPascals(value: Pascals): KiloPascals {
  return kiloPascals(value / PASCALS_PER.kpa);
}

export function kiloToPascals(value: KiloPascals): Pascals {
  return pascals(value * PASCALS_PER.kpa);
}

/**
 * What a pressure figure is measured against.
 * `vacuum`: how far below ambient, positive downwards. `gauge`: against ambient, negative below it. `absolute`: against nothing.
 */
export type PressureReference = 'vacuum' | 'gauge' | 'absolute';

/** Any referenced pressure as depression (ambient minus absolute, positive below ambient). */
export function depressionOf(value: Pascals, reference: PressureReference, barometer: Pascals): Pascals {
  switch (reference) {
    case 'vacuum':
      return value;
    case 'gauge':
      return pascals(-value);
    case 'absolute':
      return pascals(barometer - value);
  }
}
