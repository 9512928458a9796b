import { describe, expect, it } from 'vitest';
import { breathe, exchange, exchangeOneWay, type Pocket, pocketPressure, surroundings } from './pockets';

describe('gas exchange', () => {
  const pocket = (volume: number, pressure: number): Pocket => ({
    air: (pressure * volume) / (287.05287 * 310),
    burnt: 0,
    fuel: 0,
    volume,
    airTemperature: 310,
    burntTemperature: 700,
  });

  const outside = surroundings(101_325, 288.15);

  it('keeps mass to 1e-12 and never swings past equal pressures', () => {
    const runner = pocket(2e-4, 90_000);
    const cylinder = pocket(4e-4, 30_000);
    const before = runner.air + cylinder.air;
    for (let i = 0; i < 500; i += 1) {
      exchange(runner, cylinder, 5e-4, 1e-4);
      expect(pocketPressure(runner)).toBeGreaterThanOrEqual(pocketPressure(cylinder) - 1e-6);
    }
    expect((runner.air + cylinder.air) / before).toBeCloseTo(1, 12);
    expect(pocketPressure(runner) - pocketPressure(cylinder)).toBeLessThan(1);
  });

  it('fills a runner to ambient and lets it out again', () => {
    const runner = pocket(2e-4, 40_000);
    for (let i = 0; i < 5000; i += 1) breathe(runner, 5e-6, outside, 1e-4);
    expect(pocketPressure(runner)).toBeCloseTo(101_325, -1);
    const high = pocket(2e-4, 140_000);
    expect(breathe(high, 5e-6, outside, 1e-4)).toBeLessThan(0);
  });

  it('carries fuel and burnt gas in the shares that the pocket has', () => {
    const runner: Pocket = { ...pocket(2e-4, 120_000), fuel: 1e-5, burnt: 2e-5 };
    const share = runner.fuel / (runner.air + runner.burnt);
    breathe(runner, 5e-5, outside, 1e-3);
    expect(runner.fuel / (runner.air + runner.burnt)).toBeCloseTo(share, 12);
    const cylinder = pocket(4e-4, 30_000);
    const before = runner.fuel;
    exchange(runner, cylinder, 5e-4, 1e-4);
    expect(cylinder.fuel).toBeGreaterThan(0);
    expect(runner.fuel + cylinder.fuel).toBeCloseTo(before, 15);
  });

  it('lets a reed pass one way only', () => {
    const low = pocket(2e-4, 80_000);
    const high = pocket(2e-4, 100_000);
    exchangeOneWay(low, high, 1e-4, 1e-4);
    expect(pocketPressure(low)).toBeCloseTo(80_000, 6);
    exchangeOneWay(high, low, 1e-4, 1e-4);
    expect(pocketPressure(low)).toBeGreaterThan(80_000);
  });
});
