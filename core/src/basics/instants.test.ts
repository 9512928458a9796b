import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { secondsBetween } from './instants';

describe('seconds between moments', () => {
  it('are those of the platform’s own calendar', () => {
    const moments = fc.date({ min: new Date('1900-01-01'), max: new Date('2199-12-31'), noInvalidDate: true });
    fc.assert(
      fc.property(moments, moments, (a, b) => {
        expect(secondsBetween(a.toISOString(), b.toISOString())).toBeCloseTo((b.getTime() - a.getTime()) / 1000, 3);
      }),
    );
  });

  it('are refused for what is no moment', () => {
    expect(() => secondsBetween('yesterday', '2026-01-01T00:00:00Z')).toThrow('"yesterday" is no moment');
  });
});
