import { createEngine } from '@amber-needle/core/engine';
import { twinWithTwoStops } from '@amber-needle/core/setup';
import { encodeTrace, type TraceColumn } from '@amber-needle/core/trace';
import { seconds } from '@amber-needle/core/units';

/** Ten seconds of a practice engine's idle as a trace file of `channels` channels, at 250 Hz. */
export function idleTrace(channels: 1 | 2): string {
  const engine = createEngine(twinWithTwoStops, { seed: 3 });
  engine.start();
  engine.advance(seconds(8));
  const rows = Array.from({ length: 2500 }, () => {
    engine.advance(seconds(0.004));
    const { time, speed, runnerPressures, ambient } = engine.sensors();
    return [time, ...runnerPressures.slice(0, channels).map((p) => (ambient - p) / 1000), speed];
  });
  const columns: TraceColumn[] = [
    { kind: 'time', name: 't_s', scale: 's' },
    ...Array.from(
      { length: channels },
      (_, i): TraceColumn => ({ kind: 'pressure', name: `v${i + 1}_kpa`, stem: `v${i + 1}`, unit: 'kpa' }),
    ),
    { kind: 'speed', name: 'rpm' },
  ];
  return encodeTrace({ meta: {}, columns, rows });
}

/** Rows of a gauge whose values are given, as one batch. */
export function batch(
  stream: string,
  from: number,
  values: readonly (number | string)[],
  columns = 't_s,v1_kpa,v2_kpa',
): string {
  const rows = Array.from({ length: 20 }, (_, i) => `${(from + i * 0.01).toFixed(3)},${values.join(',')}`);
  return `# stream: ${stream}\n# source: Gauge ${stream}\n${columns}\n${rows.join('\n')}\n`;
}
