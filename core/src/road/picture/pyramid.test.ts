import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { pointsBetween, pyramidOf } from '.';

describe('a picture of a long curve', () => {
  it('keeps every spike at every coarseness, and draws few points', () => {
    fc.assert(
      fc.property(fc.integer({ min: 600, max: 20_000 }), fc.integer({ min: 0, max: 599 }), (count, spike) => {
        const values = new Float64Array(count).fill(1);
        values[spike] = 2;
        const pyramid = pyramidOf(values, () => true);
        for (const most of [300, 1000]) {
          const points = pointsBetween(pyramid, [0, count - 1], most);
          expect(points.length).toBeLessThanOrEqual(2 * most + 4);
          expect(Math.max(...points.map(([, value]) => value))).toBe(2);
        }
      }),
      { numRuns: 30 },
    );
  });

  it('shows single samples from near, and only what is asked for', () => {
    const values = Float64Array.from({ length: 5000 }, (_, i) => i);
    const points = pointsBetween(
      pyramidOf(values, () => true),
      [100, 110],
      300,
    );
    expect(points).toEqual(Array.from({ length: 11 }, (_, i) => [100 + i, 100 + i]));
  });

  it('has holes where nothing belongs to it', () => {
    const values = Float64Array.from({ length: 3000 }, () => 1);
    const points = pointsBetween(
      pyramidOf(values, (i) => i < 1000 || i >= 2000),
      [0, 2999],
      300,
    );
    const hole = points.filter(([place]) => place > 1050 && place < 1950);
    expect(hole.length).toBeGreaterThan(10);
    expect(hole.every(([, value]) => Number.isNaN(value))).toBe(true);
  });

  it('is nothing for nothing', () => {
    expect(
      pointsBetween(
        pyramidOf(new Float64Array(), () => true),
        [0, 10],
        100,
      ),
    ).toEqual([]);
  });
});
