import { describe, expect, it } from 'vitest';
import {
  deviceUnitOf,
  figureIn,
  KPA,
  measuredIn,
  nextUnit,
  PLAIN_UNIT,
  PRESSURE_UNITS,
  shownIn,
  withUnitIn,
} from './deviceUnit';

describe('depression on this device', () => {
  it.each([
    ['kpa', '33.9\u202fkPa', '33.9\u202f±\u202f0.2\u202fkPa'],
    ['mbar', '339\u202fmbar', '339\u202f±\u202f2\u202fmbar'],
    ['inhg', '10.00\u202finHg', '10.00\u202f±\u202f0.06\u202finHg'],
    ['cmhg', '25.4\u202fcmHg', '25.4\u202f±\u202f0.1\u202fcmHg'],
    ['mmhg', '254\u202fmmHg', '254\u202f±\u202f1\u202fmmHg'],
    ['psi', '4.91\u202fpsi', '4.91\u202f±\u202f0.03\u202fpsi'],
  ] as const)('is as fine in %s as in kPa', (pressure, plain, withDoubt) => {
    const shown = shownIn('depression', { ...PLAIN_UNIT, pressure });
    expect(withUnitIn(shown, 33.86389, 1)).toBe(plain);
    expect(measuredIn(shown, 33.86389, 0.19)).toBe(withDoubt);
  });

  it('goes through all units and comes back', () => {
    expect(PRESSURE_UNITS.reduce<(typeof PRESSURE_UNITS)[number]>((unit) => nextUnit(unit), 'kpa')).toBe('kpa');
  });

  it('is what the device chose, else what the workshop did, else kPa', () => {
    const unit = (cookie?: string, workshop?: string) => deviceUnitOf({ cookie, workshop, languages: null }).pressure;
    expect([unit('inhg', 'mbar'), unit('furlong', 'mbar'), unit(undefined, 'x'), unit()]).toEqual([
      'inhg',
      'mbar',
      'kpa',
      'kpa',
    ]);
  });

  it.each([
    ['de-DE,de;q=0.9', '33,9\u202fkPa'],
    ['en-GB', '33.9\u202fkPa'],
    ['de-CH', '33.9\u202fkPa'],
    ['*', '33.9\u202fkPa'],
    [null, '33.9\u202fkPa'],
  ])('has the decimal sign of the language that the browser asks for first: %s', (languages, text) => {
    const shown = shownIn('depression', deviceUnitOf({ cookie: undefined, languages }));
    expect(withUnitIn(shown, 33.86389, 1)).toBe(text);
  });

  it('leaves per cents of air alone', () => {
    expect(withUnitIn(shownIn('airflow', { ...PLAIN_UNIT, pressure: 'inhg' }), 3, 0)).toBe('3\u202f%');
    expect(figureIn(KPA, -1.25, { decimals: 1, plus: true })).toBe('\u22121.3');
  });
});
