import { describe, expect, it } from 'vitest';
import { limitByMean, limitByMisses, limitBySensor, limitBySpeed } from './informationLimit';

describe('the limit of what can be known', () => {
  it('falls with readings, and rises with the number of cylinders', () => {
    const limit = (readings: number, share: number) => limitBySpeed({ readings, share, strokes: 4 }).deviation;
    expect(limit(40, 0.5)).toBeLessThan(limit(10, 0.5));
    expect(limit(20, 0.125)).toBeGreaterThan(limit(20, 0.5));
    // Readings without end leave what the readings cannot tell from one another, and no more than that.
    expect(limit(1e7, 0.5)).toBeLessThan(0.02);
  });

  it('of a sensor is its noise over the looks, and its slope', () => {
    expect(limitBySensor(4, { noise: 0.01, slope: 0 }).deviation).toBeCloseTo(0.005);
    expect(limitBySensor(1e9, { noise: 0.01, slope: 0.003 }).deviation).toBeCloseTo(0.003);
    // 68.27 % of a normal distribution lie within one standard deviation (any table).
    expect(limitBySensor(1, { noise: 0.01, slope: 0 }).within(0.01)).toBeCloseTo(0.6827, 4);
  });

  it('of a cylinder that misses is what the misses are known to, or where the torque is best', () => {
    const blind = { deviation: 10, within: () => 0 };
    const sharp = { deviation: 0, within: () => 1 };
    expect(limitByMisses({ share: 0.4, spread: 0.06 }, blind).deviation).toBeCloseTo(0.1, 3);
    // Where the speed is best is known exactly, but at which lambda that is only to some hundredths.
    expect(limitByMisses({ share: 0.4, spread: 10 }, sharp).deviation).toBeCloseTo(0.05, 3);
    expect(limitByMisses({ share: 0.4, spread: 0 }, blind).deviation).toBe(0);
  });

  it('of a mean says of one circuit how unlike its sisters it may be', () => {
    expect(limitByMean(1, { mean: 0.005, apart: 0.1 }).deviation).toBeCloseTo(0.005);
    expect(limitByMean(4, { mean: 0.005, apart: 0.1 }).deviation).toBeCloseTo(0.0867, 3);
  });
});
