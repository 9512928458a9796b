import { describe, expect, it } from 'vitest';
import { seededRandom } from '../basics';
import { createEngine, type Engine } from '../engine';
import type { Fault } from '../faults';
import { createTransducer, DEFAULT_TRANSDUCER } from '../instruments';
import { twinWithTwoStops } from '../setup';
import { seeds } from '../testing/depth';
import { pascals, type Seconds, seconds, turns } from '../units';
import { recordingReading, steadyReading } from './steadyReading';
import type { SampleWindow } from './window';

/** Gauges on the practice engine, sampled at 500 Hz. */
function recorded(seed: number, length: Seconds, before: Seconds, faults: readonly Fault[] = []) {
  const engine = createEngine(twinWithTwoStops, { seed, faults });
  engine.start();
  engine.advance(before);
  const random = seededRandom(seed);
  const gauges = [0, 1].map(() =>
    createTransducer(random, { ...DEFAULT_TRANSDUCER, offsetSpread: pascals(0), gainSpread: 0 }),
  );
  const record = (span: Seconds): SampleWindow => {
    const rows = Array.from({ length: span * 500 }, () => {
      engine.advance(seconds(0.002));
      const { time, runnerPressures, ambient } = engine.sensors();
      return {
        time,
        shown: gauges.map((g, k) => g.show(pascals(ambient - (runnerPressures[k] ?? 0)), seconds(0.002)) / 1000),
      };
    });
    const channels = ['1', '2'].map((throat, k) => ({
      throat,
      depressionsKPa: rows.map(({ shown }) => shown[k] ?? Number.NaN),
    }));
    return { times: rows.map(({ time }) => time), channels, rpm: undefined };
  };
  return { engine, record, window: record(length) };
}

/** Recordings of the same gauges, one after the other. */
function joined(windows: readonly SampleWindow[]): SampleWindow {
  const channels = ['1', '2'].map((throat, k) => ({
    throat,
    depressionsKPa: windows.flatMap((window) => window.channels[k]?.depressionsKPa ?? []),
  }));
  return { times: windows.flatMap(({ times }) => times), channels, rpm: undefined };
}

describe('readings of the practice engine', () => {
  it('holds the truth within its interval: difference of two cylinders', () => {
    const misses = seeds(1, { quick: 4, deep: 50 }).map((seed) => {
      const { engine, window } = recorded(seed, seconds(8), seconds(8));
      const reading = steadyReading(window, 4);
      const [a, b] = reading.channels;
      if (a === undefined || b === undefined) throw new Error('two channels were recorded');
      const truth = engine.truth();
      const difference = (truth.depressions[0] ?? 0) / 1000 - (truth.depressions[1] ?? 0) / 1000;
      // The engine's own mean stands on its last 40 cycles, the reading on 70: allow both.
      return Math.abs(a.depression - b.depression - difference) > 0.06 + 3 * (a.againstGroup + b.againstGroup);
    });
    expect(misses.filter(Boolean)).toHaveLength(0);
  });

  it('shows a cylinder that misses one spark in eight as flutter', () => {
    const flutter = (faults: readonly Fault[]) =>
      [1, 2, 3].map((seed) =>
        Math.max(
          ...steadyReading(recorded(seed, seconds(8), seconds(8), faults).window, 4).channels.map((c) => c.flutter),
        ),
      );
    const [sound, misfiring] = [flutter([]), flutter([{ kind: 'weakSpark', cylinder: '2', missShare: 0.125 }])];
    expect(Math.max(...sound)).toBeLessThan(0.2);
    expect(Math.min(...misfiring)).toBeGreaterThan(0.3);
  });

  it('tells the speed without a tachometer, to half a per cent', () => {
    const { engine, window } = recorded(4, seconds(8), seconds(8));
    const { speed } = steadyReading(window, 4);
    expect(speed?.from).toBe('pulses');
    expect((speed?.speed ?? 0) / engine.truth().speed).toBeCloseTo(1, 2);
  });

  it.each([1, 2, 3, 4, 5, 6])('is not steady over a stretch that holds the start, seed %d', (seed) => {
    const { window } = recorded(seed, seconds(3.1), seconds(0));
    expect(steadyReading(window, 4).phase).toBe('settling');
  });

  it.each([
    ['stands for three seconds', (engine: Engine) => engine.stop(), 3],
    ['is blipped late', (engine: Engine) => engine.blip(), 2],
  ] as const)('is not steady over a stretch in which the engine %s', (_, disturb, span) => {
    const { engine, window, record } = recorded(3, seconds(14), seconds(8));
    disturb(engine);
    const during = record(seconds(span));
    engine.start();
    const after = record(seconds(span === 3 ? 7 : 1));
    const whole = joined([window, during, after]);
    const reading = steadyReading(whole, 4);
    expect(reading.phase === 'steady' && reading.from < 22 + span).toBe(false);
    expect(recordingReading(whole, 4).channels.every(({ uncertainty }) => uncertainty < 1)).toBe(true);
  });

  it.each([
    [50, 'right'],
    [25, 'none'],
  ] as const)('at %d samples a second tells a speed that is %s', (rate, what) => {
    const { engine, window } = recorded(4, seconds(8), seconds(8));
    const every = 500 / rate;
    const thin = <T>(values: readonly T[]) => values.filter((_, i) => i % every === 0);
    const channels = window.channels.map((c) => ({ ...c, depressionsKPa: thin(c.depressionsKPa) }));
    const { speed } = steadyReading({ times: thin(window.times), channels, rpm: undefined }, 4);
    if (what === 'none') expect(speed).toBeUndefined();
    else expect((speed?.speed ?? 0) / engine.truth().speed).toBeCloseTo(1, 1);
  });

  it('finds the steady stretch in a recording that begins with a start', () => {
    const { window } = recorded(6, seconds(20), seconds(0));
    const reading = recordingReading(window, 4);
    expect(reading.phase).toBe('steady');
    expect(reading.from).toBeGreaterThan(2);
  });
});

describe('turning', () => {
  it('shows a turn of a stop as less depression on its own cylinder', () => {
    const { engine, window } = recorded(2, seconds(8), seconds(8));
    const before = steadyReading(window, 4).channels[0]?.depression ?? 0;
    engine.turn('A', turns(0.5));
    engine.advance(seconds(8));
    expect((engine.truth().depressions[0] ?? 0) / 1000).toBeLessThan(before - 1);
  });
});
