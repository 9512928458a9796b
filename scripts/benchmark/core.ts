import { createEngine } from '@amber-needle/core/engine';
import { createGaugeSet } from '@amber-needle/core/instruments';
import { ARCHETYPES, twinWithTwoStops } from '@amber-needle/core/setup';
import { createLiveSignal, steadyReading } from '@amber-needle/core/signal';
import { decodeTrace, encodeTrace, samplesOf, type TraceColumn } from '@amber-needle/core/trace';
import { seconds } from '@amber-needle/core/units';
import { adviceCost } from './adviceCost';
import { BANKS, multipleOf } from './engineRun';

/** Figures of the core in Node, one core of this machine; printed as JSON for scripts/benchmark.mjs. */

function median(values: readonly number[]): number {
  return [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? Number.NaN;
}

function timed(work: () => void): number {
  const begun = performance.now();
  work();
  return performance.now() - begun;
}

/** Heap in MB after a minute and after an hour of simulated idle: the same if nothing is kept that should go. Needs --expose-gc. */
function heapOverAnHour(): { readonly minute: number; readonly hour: number } {
  const engine = createEngine(ARCHETYPES.rack4, { seed: 1 });
  const gauges = createGaugeSet({ setup: ARCHETYPES.rack4, engine, seed: 1, rateHz: 500 });
  engine.start();
  const runFor = (time: number) => {
    for (let i = 0; i < time * 500; i += 1) gauges.take();
    globalThis.gc?.();
    return process.memoryUsage().heapUsed / 1e6;
  };
  return { minute: runFor(60), hour: runFor(3540) };
}

/** Thirty seconds of a running engine as a trace at 500 Hz. */
function recording(): string {
  const engine = createEngine(twinWithTwoStops, { seed: 2 });
  engine.start();
  engine.advance(seconds(8));
  const rows = Array.from({ length: 15_000 }, () => {
    engine.advance(seconds(0.002));
    const { time, speed, runnerPressures, ambient } = engine.sensors();
    return [time, ...runnerPressures.map((p) => (ambient - p) / 1000), speed];
  });
  const columns: TraceColumn[] = [
    { kind: 'time', name: 't_s', scale: 's' },
    { kind: 'pressure', name: 'v1_kpa', stem: 'v1', unit: 'kpa' },
    { kind: 'pressure', name: 'v2_kpa', stem: 'v2', unit: 'kpa' },
    { kind: 'speed', name: 'rpm' },
  ];
  return encodeTrace({ meta: {}, columns, rows });
}

/** Milliseconds of work for one second of live data: 20 batches decoded and shown, 5 long readings, as the worker does. */
function signalCost(text: string): number {
  const { trace } = decodeTrace(text);
  const live = createLiveSignal(4);
  const costs: number[] = [];
  for (let second = 0; second < 30; second += 1) {
    const cost = timed(() => {
      for (let k = 0; k < 20; k += 1) {
        const from = second * 500 + k * 25;
        const batch = encodeTrace({ ...trace, rows: trace.rows.slice(from, from + 25) });
        live.push(samplesOf(decodeTrace(batch).trace));
        live.now();
        if (k % 4 === 0) live.reading();
      }
    });
    // The window must be full, and the code warm.
    if (second > 10) costs.push(cost);
  }
  return median(costs);
}

const text = recording();
const window30 = samplesOf(decodeTrace(text).trace);
const file = median(Array.from({ length: 5 }, () => timed(() => steadyReading(window30, 4))));
process.stdout.write(
  JSON.stringify({
    engineMultiples: Object.fromEntries(BANKS.map((bank) => [bank, multipleOf(bank)])),
    heapMb: heapOverAnHour(),
    signalMsPerSecond: signalCost(text),
    readingMs: file,
    decodeMsPerSecond: timed(() => decodeTrace(text)) / 30,
    ...adviceCost(),
  }),
);
