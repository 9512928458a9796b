import { describe, expect, it } from 'vitest';
import {
  BLEND_NAMES,
  BLENDS,
  blendStoichiometry,
  FUELS,
  lambdaOf,
  lambdaOnScale,
  stoichiometricAirFuelRatio,
} from './index';

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
    expect(blendStoichiometry(BLENDS.e10)).toBeCloseTo(14.05, 1);
    expect(blendStoichiometry(BLENDS.e85)).toBeCloseTo(9.8, 1);
    expect(blendStoichiometry(BLENDS.petrol)).toBe(stoichiometricAirFuelRatio(FUELS.petrol));
  });

  it('makes lambda of masses', () => {
    expect(lambdaOf(14.6, 1, 14.6)).toBe(1);
    expect(lambdaOf(13, 1, 14.6)).toBeLessThan(1);
  });
});

describe('blends', () => {
  it('burn completely at what Heywood (1988), table D.4, gives for their parts', () => {
    expect(blendStoichiometry(BLENDS.ethanol)).toBeCloseTo(9.0, 1);
    // 6.47 (table D.4): eq. 3.7 gives 6.46 with its own weights.
    expect(blendStoichiometry(BLENDS.methanol)).toBeCloseTo(6.47, 1);
  });

  it('are one lambda on every scale', () => {
    for (const name of BLEND_NAMES)
      expect(lambdaOnScale(0.95 * blendStoichiometry(BLENDS[name]), BLENDS[name])).toBeCloseTo(0.95, 12);
    expect(() => blendStoichiometry({ ethanol: 0.8, methanol: 0.4 })).toThrow('petrol cannot be');
  });
});
