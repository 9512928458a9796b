import { describe, expect, it } from 'vitest';
import { blendAirFuelRatio, FUELS, lambdaOf, stoichiometricAirFuelRatio } from './index';

// Heywood (1988), table D.4.
describe('stoichiometric air/fuel ratio by composition', () => {
  it.each([
    ['isooctane', 15.13],
    ['methanol', 6.47],
    ['ethanol', 9.0],
    ['petrol', 14.6],
  ] as const)('of %s is %d', (name, expected) => {
    expect(stoichiometricAirFuelRatio(FUELS[name])).toBeCloseTo(expected, 1);
  });

  // Common practice, no source: E10 about 14.1, E85 about 9.8.
  it('of blends with ethanol lies between', () => {
    expect(blendAirFuelRatio(FUELS.petrol, FUELS.ethanol, 0.1)).toBeCloseTo(14.05, 1);
    expect(blendAirFuelRatio(FUELS.petrol, FUELS.ethanol, 0.85)).toBeCloseTo(9.8, 1);
    expect(blendAirFuelRatio(FUELS.petrol, FUELS.ethanol, 0)).toBe(stoichiometricAirFuelRatio(FUELS.petrol));
  });

  it('makes lambda of masses', () => {
    expect(lambdaOf(14.6, 1, 14.6)).toBe(1);
    expect(lambdaOf(13, 1, 14.6)).toBeLessThan(1);
  });
});
