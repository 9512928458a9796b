import { expect, it } from 'vitest';
import { createEngine } from '../engine';
import { twinWithTwoStops } from '../setup';
import { decodeTrace, encodeTrace, samplesOf } from '../trace';
import { createGaugeSet } from './gaugeSet';

it('makes a trace that reads back, 500 samples a second, offsets and all', () => {
  const engine = createEngine(twinWithTwoStops, { seed: 7 });
  const gauges = createGaugeSet({ setup: twinWithTwoStops, engine, seed: 7, rateHz: 500 });
  const rows = Array.from({ length: 500 }, () => gauges.take());
  const { trace, problems } = decodeTrace(encodeTrace({ meta: {}, columns: gauges.columns, rows }));
  expect(problems).toEqual([]);
  const samples = samplesOf(trace);
  expect(samples.times).toHaveLength(500);
  expect(samples.times.at(-1)).toBeCloseTo(1, 9);
  // The engine stands still: what the gauges show is their offset.
  samples.channels.forEach(({ depressionsKPa }, i) => {
    const mean = depressionsKPa.reduce((a, b) => a + b, 0) / depressionsKPa.length;
    expect(mean).toBeCloseTo(gauges.offsets[i] ?? 0, 1);
  });
});
