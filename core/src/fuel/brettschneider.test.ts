import { describe, expect, it } from 'vitest';
import { carbonMonoxide } from '../instruments';
import { dryCarbonMonoxide, exhaustLambda, FUELS, type Fuel, WATER_GAS } from './index';

/**
 * Dry exhaust of a known lambda by atom balance (C, H, O, N) with the water-gas shift frozen at `WATER_GAS`: made here, by bisection over how much
 * carbon burns to CO, and not by the formula under test.
 */
function burn({ hydrogenPerCarbon: h, oxygenPerCarbon: o }: Fuel, lambda: number) {
  const needed = 1 + h / 4 - o / 2;
  const oxygenIn = lambda * needed + o / 2;
  const nitrogen = lambda * needed * (79.05 / 20.95);
  const made = (co: number) => {
    const co2 = 1 - co;
    // Hydrogen parts into water and H2 by the shift; what oxygen is left is free.
    const ratio = co === 0 ? 0 : co / (WATER_GAS * co2);
    const water = h / 2 / (1 + ratio);
    return { co, co2, water, h2: h / 2 - water, o2: oxygenIn - co2 - co / 2 - water / 2 };
  };
  let [low, high] = [0, 0.999];
  if (lambda >= 1) high = 0;
  for (let i = 0; i < 80; i += 1) {
    const middle = (low + high) / 2;
    // Too little CO leaves too little oxygen.
    if (made(middle).o2 < 0) low = middle;
    else high = middle;
  }
  const { co, co2, h2, o2 } = made(high);
  const dry = co + co2 + h2 + Math.max(0, o2) + nitrogen;
  return { carbonMonoxide: co / dry, carbonDioxide: co2 / dry, oxygen: Math.max(0, o2) / dry, hydrocarbons: 0 };
}

describe('lambda of an exhaust', () => {
  // Brettschneider (1979), ISO 3930: against an atom balance, within half a per cent, lean and rich, for each fuel.
  it.each(['petrol', 'ethanol', 'methanol'] as const)('of %s is what went in', (name) => {
    for (const lambda of [0.75, 0.85, 0.92, 0.97, 1, 1.05, 1.2, 1.4])
      expect(Math.abs(exhaustLambda(burn(FUELS[name], lambda), FUELS[name]) / lambda - 1)).toBeLessThan(0.005);
  });

  it('reads lean where a cylinder misses: what did not burn is hydrocarbon and oxygen', () => {
    const sound = burn(FUELS.petrol, 0.92);
    const missed = { carbonMonoxide: 0, carbonDioxide: 0, oxygen: 0.2, hydrocarbons: 0 };
    const mixed = {
      carbonMonoxide: 0.85 * sound.carbonMonoxide,
      carbonDioxide: 0.85 * sound.carbonDioxide,
      oxygen: 0.85 * sound.oxygen + 0.15 * missed.oxygen,
      hydrocarbons: 0,
    };
    // An oxygen sensor does not count the fuel that is still there.
    expect(exhaustLambda(mixed, FUELS.petrol)).toBeGreaterThan(1.02);
    expect(() => exhaustLambda(missed, FUELS.petrol)).toThrow('burnt nothing');
  });

  it('has the carbon monoxide that the core reckons for it, whatever burns', () => {
    for (const fuel of Object.values(FUELS))
      for (const lambda of [0.8, 0.9, 0.95, 0.99, 1.1])
        expect(dryCarbonMonoxide(fuel, lambda)).toBeCloseTo(burn(fuel, lambda).carbonMonoxide, 4);
  });

  // Common practice, no source: CO against lambda near idle, 0.4 % at 1 and 28 more for each part short.
  it('has the carbon monoxide that workshops expect of it, within a fifth', () => {
    for (const lambda of [0.85, 0.9, 0.95]) {
      const percent = 100 * burn(FUELS.petrol, lambda).carbonMonoxide;
      expect(Math.abs(carbonMonoxide(lambda) / percent - 1)).toBeLessThan(1 / 5);
    }
  });
});
