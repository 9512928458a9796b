import fc from 'fast-check';
import { describe, expect, expectTypeOf, it } from 'vitest';
import {
  depressionOf,
  fromPascals,
  type KiloPascals,
  kiloPascals,
  type Pascals,
  PRESSURE_UNITS,
  pascals,
  roundToTurnStep,
  rpm,
  rpmFromCycleHz,
  toPascals,
  turns,
} from './index';

describe('pressure units', () => {
  // NIST SP 811 (2008), Appendix B.8.
  it.each([
    ['inhg', 3386.389],
    ['mmhg', 133.3224],
    ['cmhg', 1333.224],
    ['psi', 6894.757],
    ['inh2o', 249.0889],
    ['bar', 100_000],
    ['mbar', 100],
    ['kpa', 1000],
  ] as const)('one %s is %d Pa', (unit, expected) => {
    expect(toPascals(1, unit)).toBeCloseTo(expected, 3);
  });

  // GNU units 2.22 (Debian) as a second witness: `units '1 inHg' Pa` 3386.3886, `units '1 inH2O' Pa` 249.08891, `units psi Pa` 6894.7573.
  it('agrees with GNU units to seven digits', () => {
    expect(toPascals(1, 'inhg') / 3386.3886).toBeCloseTo(1, 6);
    expect(toPascals(1, 'inh2o') / 249.08891).toBeCloseTo(1, 6);
    expect(toPascals(1, 'psi') / 6894.7573).toBeCloseTo(1, 6);
  });

  it('comes back through every unit', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -2e5, max: 2e5, noNaN: true }),
        fc.constantFrom(...PRESSURE_UNITS),
        (value, unit) => {
          expect(toPascals(fromPascals(pascals(value), unit), unit)).toBeCloseTo(value, 6);
        },
      ),
    );
  });

  it('tells pascals from kilopascals at compile time', () => {
    expectTypeOf<KiloPascals>().not.toExtend<Pascals>();
    // @ts-expect-error kilopascals must not pass where pascals are due
    fromPascals(kiloPascals(1), 'kpa');
  });
});

describe('pressure references', () => {
  const barometer = pascals(100_000);
  it('makes depression of any of them', () => {
    expect(depressionOf(pascals(40_000), 'vacuum', barometer)).toBe(40_000);
    expect(depressionOf(pascals(-40_000), 'gauge', barometer)).toBe(40_000);
    expect(depressionOf(pascals(60_000), 'absolute', barometer)).toBe(40_000);
  });

  it('does not change when absolute pressure and barometer rise together', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 99_000 }), fc.integer({ min: -9000, max: 9000 }), (absolute, rise) => {
        const raised = depressionOf(pascals(absolute + rise), 'absolute', pascals(barometer + rise));
        expect(raised).toBe(depressionOf(pascals(absolute), 'absolute', barometer));
      }),
    );
  });
});

describe('rotation and turns', () => {
  it('makes speed of the cycle frequency: a four-stroke cylinder has one cycle in two revolutions', () => {
    expect(rpmFromCycleHz(10, 4)).toBe(rpm(1200));
    expect(rpmFromCycleHz(10, 2)).toBe(rpm(600));
  });

  it('rounds turns to sixteenths that add up exactly', () => {
    expect(roundToTurnStep(turns(0.13))).toBe(0.125);
    expect(roundToTurnStep(turns(-0.02))).toBe(0);
    const sum = Array.from({ length: 1600 }, () => roundToTurnStep(turns(0.06))).reduce((a, b) => a + b, 0);
    expect(sum).toBe(100);
  });
});
