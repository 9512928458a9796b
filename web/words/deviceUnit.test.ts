import { describe, expect, it } from 'vitest';
import { DEVICE_UNITS, deviceUnitOf, figureIn, KPA, measuredIn, nextUnit, shownIn, withUnitIn } from './deviceUnit';

describe('depression on this device', () => {
  it.each([
    ['kpa', '33.9\u202fkPa', '33.9\u202f±\u202f0.2\u202fkPa'],
    ['mbar', '339\u202fmbar', '339\u202f±\u202f2\u202fmbar'],
    ['inhg', '10.00\u202finHg', '10.00\u202f±\u202f0.06\u202finHg'],
    ['cmhg', '25.4\u202fcmHg', '25.4\u202f±\u202f0.1\u202fcmHg'],
    ['mmhg', '254\u202fmmHg', '254\u202f±\u202f1\u202fmmHg'],
    ['psi', '4.91\u202fpsi', '4.91\u202f±\u202f0.03\u202fpsi'],
  ] as const)('is as fine in %s as in kPa', (unit, plain, withDoubt) => {
    const shown = shownIn('depression', unit);
    expect(withUnitIn(shown, 33.86389, 1)).toBe(plain);
    expect(measuredIn(shown, 33.86389, 0.19)).toBe(withDoubt);
  });

  it('goes through all units and comes back; what a cookie does not name is kPa', () => {
    const seen = DEVICE_UNITS.reduce((unit) => nextUnit(unit), 'kpa' as (typeof DEVICE_UNITS)[number]);
    expect(seen).toBe('kpa');
    expect([deviceUnitOf('inhg'), deviceUnitOf('furlong'), deviceUnitOf(undefined)]).toEqual(['inhg', 'kpa', 'kpa']);
  });

  it('leaves per cents of air alone', () => {
    expect(withUnitIn(shownIn('airflow', 'inhg'), 3, 0)).toBe('3\u202f%');
    expect(figureIn(KPA, -1.25, { decimals: 1, signed: true })).toBe('\u22121.3');
  });
});
