import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Samples } from '../trace';
import { kiloPascals } from '../units';
import { createThinner } from './thinner';

const RATE = 2000;

function samples(from: number, values: readonly number[]): Samples {
  return {
    times: values.map((_, i) => (from + i) / RATE),
    channels: [{ stem: 'v1', throat: '1', depressionsKPa: values }],
    rpm: values.map(() => 1000),
    barometer: kiloPascals(101.3),
  };
}
const valuesOf = (taken: readonly Samples[]) => taken.flatMap(({ channels }) => channels[0]?.depressionsKPa ?? []);

describe('samples of a fast gauge', () => {
  it('go together four by four at 2000 a second, however they come in pieces', () => {
    const all = Array.from({ length: 200 }, (_, i) => Math.sin(i));
    const whole = createThinner().take(samples(0, all));
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 8, max: 40 }), { minLength: 1, maxLength: 20 }), (lengths) => {
        const thinner = createThinner();
        let from = 0;
        const pieces = [...lengths, 200].map((length) => {
          const piece = thinner.take(samples(from, all.slice(from, from + length)));
          from = Math.min(200, from + length);
          return piece;
        });
        expect(valuesOf(pieces)).toEqual(valuesOf([whole]));
      }),
    );
    expect(whole.times).toHaveLength(50);
    expect(whole.times[0]).toBeCloseTo(1.5 / RATE, 9);
    expect(valuesOf([whole])[0]).toBeCloseTo((Math.sin(1) + Math.sin(2) + Math.sin(3)) / 4, 9);
  });

  it('leave out what was not measured', () => {
    const taken = createThinner().take(samples(0, [1, Number.NaN, 3, Number.NaN, ...Array(4).fill(Number.NaN)]));
    expect(valuesOf([taken])).toEqual([2, Number.NaN]);
  });

  it('of an ordinary gauge stay as they are', () => {
    const slow = { ...samples(0, [1, 2, 3, 4, 5, 6, 7, 8, 9]), times: [0, 1, 2, 3, 4, 5, 6, 7, 8].map((i) => i / 500) };
    expect(createThinner().take(slow)).toBe(slow);
  });

  it('that begin anew do not join on', () => {
    const thinner = createThinner();
    thinner.take(samples(0, Array(10).fill(1)));
    thinner.reset();
    expect(valuesOf([thinner.take(samples(0, Array(8).fill(5)))])).toEqual([5, 5]);
  });
});
