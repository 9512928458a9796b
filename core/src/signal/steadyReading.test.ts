import { describe, expect, it } from 'vitest';
import { createEngine } from '../engine';
import type { Fault } from '../faults';
import { createTransducer, DEFAULT_TRANSDUCER } from '../instruments';
import { seededRandom } from '../random';
import { twinWithTwoStops } from '../setup';
import { pascals, type Seconds, seconds, turns } from '../units';
import { evenWindow } from './grid';
import { createLiveSignal } from './liveSignal';
import { cyclePeriod } from './period';
import { readStretch, recordingReading, steadyReading } from './steadyReading';
import type { SampleWindow } from './window';

interface Shape {
  readonly seconds: number;
  readonly rateHz: number;
  readonly cycleHz: number;
  readonly value: (t: number, phase: number, channel: number) => number;
}

/** Two channels of an invented wave. */
function wave({ seconds: length, rateHz, cycleHz, value }: Shape): SampleWindow {
  const times = Array.from({ length: length * rateHz }, (_, i) => i / rateHz);
  const channel = (k: number) => times.map((t) => value(t, (t * cycleHz + k * 0.5) % 1, k));
  return {
    times,
    channels: [
      { throat: '1', depressionsKPa: channel(0) },
      { throat: '2', depressionsKPa: channel(1) },
    ],
    rpm: undefined,
  };
}

/** A quick rise as the valve opens, a slow recovery past the throttle: mean 47.5 kPa. */
const pulse = (phase: number) => 30 + 35 * (phase < 0.25 ? Math.sin(2 * Math.PI * phase) ** 2 : (1 - phase) / 0.75);
/** Short and sharp, so that the mean lies close to the floor. */
const spike = (phase: number) => 40 + 20 * Math.exp(-8 * phase) - 20 / 8;

/** Gauges on the practice engine, sampled at 500 Hz. */
function recorded(seed: number, length: Seconds, before: Seconds, faults: readonly Fault[] = []) {
  const engine = createEngine(twinWithTwoStops, { seed, faults });
  engine.start();
  engine.advance(before);
  const random = seededRandom(seed);
  const gauges = [0, 1].map(() =>
    createTransducer(random, { ...DEFAULT_TRANSDUCER, offsetSpread: pascals(0), gainSpread: 0 }),
  );
  const rows = Array.from({ length: length * 500 }, () => {
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
  return { engine, window: { times: rows.map(({ time }) => time), channels, rpm: undefined } };
}

describe('the stretch that a reading claims', () => {
  const idle = (length: number) =>
    wave({ seconds: length, rateHz: 250, cycleHz: 9, value: (_, phase) => pulse(phase) });
  /** The same with nothing measured from one time to another. */
  const withHole = (window: SampleWindow, from: number, to: number): SampleWindow => {
    const kept = window.times.flatMap((t, i) => (t < from || t > to ? [i] : []));
    return {
      times: kept.map((i) => window.times[i] ?? 0),
      channels: window.channels.map(({ throat, depressionsKPa }) => ({
        throat,
        depressionsKPa: kept.map((i) => depressionsKPa[i] ?? 0),
      })),
      rpm: undefined,
    };
  };

  it('must be long enough: a second of a file is no reading', () => {
    expect(recordingReading(idle(10), 4).phase).toBe('steady');
    expect(recordingReading(idle(3.5), 4).phase).toBe('steady');
    expect(recordingReading(idle(1), 4).phase).toBe('settling');
    expect(recordingReading(idle(2.5), 4).phase).toBe('settling');
  });

  it('must have been measured: two seconds at each end of ten are no ten', () => {
    expect(recordingReading(withHole(idle(10), 2, 8), 4).phase).not.toBe('steady');
    expect(steadyReading(withHole(idle(10), 2, 8), 4).phase).not.toBe('steady');
    // Behind a hole in a long recording there is a steady part.
    expect(steadyReading(withHole(idle(30), 8, 14), 4)).toMatchObject({ phase: 'steady' });
  });

  it('may be of a dial that is read once a second', () => {
    const dial = wave({ seconds: 12, rateHz: 1, cycleHz: 0, value: (t) => 40 + (t % 2 === 0 ? 0.02 : -0.02) });
    expect(recordingReading(dial, 4).phase).toBe('steady');
  });
});

describe('cycles', () => {
  it.each([5, 8.75, 16.2, 40])('finds a cycle of %d Hz from the pulses', (cycleHz) => {
    const even = evenWindow(wave({ seconds: 4, rateHz: 500, cycleHz, value: (_, phase) => pulse(phase) }));
    const period = even && cyclePeriod(even);
    expect(period && 1 / period).toBeCloseTo(cycleHz, 1);
  });

  it('finds cycles of short pulses whose mean lies close to their floor', () => {
    const window = wave({ seconds: 6, rateHz: 500, cycleHz: 8.3, value: (_, phase) => spike(phase) });
    expect(readStretch(window, 4).speed?.speed).toBeCloseTo(8.3 * 120, -1);
  });

  it('finds none in noise', () => {
    const random = seededRandom(3);
    const even = evenWindow(wave({ seconds: 4, rateHz: 500, cycleHz: 8, value: () => 40 + random.normal() }));
    expect(even && cyclePeriod(even)).toBeUndefined();
  });

  it('takes the mean over whole cycles, so that where the window begins does not matter', () => {
    const whole = wave({ seconds: 6, rateHz: 500, cycleHz: 8.3, value: (_, phase) => pulse(phase) });
    const means = [0, 17, 31].map((skip) => {
      const channels = whole.channels.map((c) => ({ ...c, depressionsKPa: c.depressionsKPa.slice(skip) }));
      return readStretch({ times: whole.times.slice(skip), channels, rpm: undefined }, 4).channels[0]?.depression ?? 0;
    });
    for (const mean of means) expect(mean).toBeCloseTo(47.5, 1);
  });
});

describe('readings of the practice engine', () => {
  it('holds the truth within its interval: difference of two cylinders on 12 engines', () => {
    const misses = Array.from({ length: 12 }, (_, seed) => {
      const { engine, window } = recorded(seed + 1, seconds(8), seconds(8));
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

  it('finds the steady stretch in a recording that begins with a start', () => {
    const { window } = recorded(6, seconds(20), seconds(0));
    const reading = recordingReading(window, 4);
    expect(reading.phase).toBe('steady');
    expect(reading.from).toBeGreaterThan(2);
  });
});

describe('states of channels', () => {
  const steady = (_: number, phase: number) => pulse(phase);
  const withSecond = (second: (t: number, phase: number) => number) =>
    steadyReading(
      wave({
        seconds: 8,
        rateHz: 400,
        cycleHz: 8.3,
        value: (t, phase, k) => (k === 0 ? steady(t, phase) : second(t, phase)),
      }),
      4,
    );

  it('calls a stopped engine stopped', () => {
    const random = seededRandom(1);
    expect(
      steadyReading(wave({ seconds: 8, rateHz: 400, cycleHz: 8, value: () => 0.3 + 0.05 * random.normal() }), 4).phase,
    ).toBe('stopped');
  });

  it('settles while a channel drifts, and says so of that channel', () => {
    const reading = withSecond((t, phase) => pulse(phase) + 0.4 * t);
    expect(reading.phase).toBe('settling');
    expect(reading.channels.map(({ state }) => state.kind)).toEqual(['steady', 'settling']);
  });

  it('names a lost channel', () => {
    expect(withSecond(() => Number.NaN).channels[1]?.state).toEqual({ kind: 'lost' });
  });

  it('names a clipped channel', () => {
    expect(withSecond((_, phase) => Math.min(50, pulse(phase))).channels[1]?.state).toEqual({ kind: 'clipped' });
  });

  it('names a flat channel while the other pulses', () => {
    const random = seededRandom(2);
    const flat = withSecond(() => 0.2 + 0.02 * random.normal());
    expect(flat.channels[1]?.state).toEqual({ kind: 'implausible', because: 'flatWhileOthersPulse' });
  });

  it('names a channel that hangs at one figure', () => {
    expect(withSecond(() => 41.3).channels[1]?.state).toEqual({ kind: 'implausible', because: 'stuck' });
  });

  it('names a channel whose sign is turned round', () => {
    expect(withSecond((_, phase) => -pulse(phase)).channels[1]?.state).toEqual({
      kind: 'implausible',
      because: 'reversed',
    });
  });

  it('names an absolute trace that does not say so', () => {
    const random = seededRandom(2);
    const reading = steadyReading(
      wave({ seconds: 8, rateHz: 400, cycleHz: 8, value: () => 101.2 + 0.02 * random.normal() }),
      4,
    );
    expect(reading.channels[0]?.state).toEqual({ kind: 'implausible', because: 'looksAbsolute' });
  });

  it('has an answer for nothing at all', () => {
    expect(steadyReading({ times: [], channels: [], rpm: undefined }, 4).phase).toBe('waiting');
    const broken = {
      times: [0, 0, 0],
      channels: [{ throat: '1', depressionsKPa: [Number.NaN, Number.NaN, Number.NaN] }],
      rpm: undefined,
    };
    expect(steadyReading(broken, 4).phase).toBe('waiting');
  });
});

describe('live signal', () => {
  const batch = (from: number, length: number) => {
    const { times, channels } = wave({ seconds: length, rateHz: 400, cycleHz: 8.3, value: (_, phase) => pulse(phase) });
    return {
      times: times.map((t) => t + from),
      channels: channels.map((c, k) => ({ ...c, stem: `v${k + 1}` })),
      rpm: undefined,
      barometer: 101.325 as never,
    };
  };

  it('forgets the past at a mark, and joins what goes on', () => {
    const live = createLiveSignal(4);
    for (let i = 0; i < 10; i += 1) live.push(batch(i, 1));
    expect(live.reading().phase).toBe('steady');
    live.mark();
    expect(live.isFresh()).toBe(true);
    expect(live.reading().phase).toBe('waiting');
    for (let i = 10; i < 14; i += 1) live.push(batch(i, 1));
    expect(live.reading().phase).toBe('steady');
    expect(live.reading().from).toBeGreaterThanOrEqual(10);
  });

  it('starts anew when the gauge’s clock starts anew', () => {
    const live = createLiveSignal(4);
    for (let i = 5; i < 10; i += 1) live.push(batch(i, 1));
    live.push(batch(0, 1));
    expect(live.latest()).toBeLessThan(1);
    expect(live.isFresh()).toBe(true);
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
