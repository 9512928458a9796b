import type { Engine } from '@amber-needle/core/engine';
import { encodeTrace, type TraceColumn, type TraceMeta } from '@amber-needle/core/formats/trace';
import { createTransducer } from '@amber-needle/core/instruments';
import { seededRandom } from '@amber-needle/core/random';
import type { Setup } from '@amber-needle/core/setup';
import { type KiloPascals, kiloPascals, pascals, seconds, toKiloPascals } from '@amber-needle/core/units';

/** A set of transducers on an engine's runners, and a tachometer. */
export interface GaugeSet {
  /** Runs the engine on to the time of the given sample and returns the samples in between as a trace of their own. */
  traceUpTo(sample: number): string;
  readonly offsets: readonly KiloPascals[];
}

/** Gauges get a seed of their own, apart from the engine's: changing one must not change the other. */
const GAUGE_SEED = 0x5eed;

export function createGaugeSet(setup: Setup, engine: Engine, seed: number, rateHz: number, meta: TraceMeta): GaugeSet {
  const random = seededRandom(seed ^ GAUGE_SEED);
  const transducers = setup.throats.map(() => createTransducer(random));
  const columns: TraceColumn[] = [
    { kind: 'time', name: 't_s', scale: 's' },
    ...setup.throats.map(
      (_, i): TraceColumn => ({ kind: 'pressure', name: `v${i + 1}_kpa`, stem: `v${i + 1}`, unit: 'kpa' }),
    ),
    { kind: 'speed', name: 'rpm' },
  ];
  const between = seconds(1 / rateHz);
  let next = 0;

  function takeSample(): number[] {
    engine.advance(between);
    next += 1;
    const { speed, runnerPressures, ambient } = engine.sensors();
    const shown = transducers.map((t, i) => t.show(pascals(ambient - (runnerPressures[i] ?? ambient)), between));
    return [next / rateHz, ...shown.map((p) => Math.round(toKiloPascals(p) * 1000) / 1000), Math.round(speed)];
  }

  return {
    offsets: transducers.map(({ offset }) => kiloPascals(offset / 1000)),
    traceUpTo(sample) {
      const rows: number[][] = [];
      while (next < sample) rows.push(takeSample());
      return encodeTrace({ meta, columns, rows });
    },
  };
}
