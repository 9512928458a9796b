import { describe, expect, it } from 'vitest';
import { seededRandom } from '../basics';
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

  it('reads a fast gauge as it reads a slow one', () => {
    const readingAt = (rateHz: number) => {
      const live = createLiveSignal(4);
      for (let i = 0; i < 8; i += 1) {
        const { times, channels } = wave({ seconds: 1, rateHz, cycleHz: 8, value: (_, phase) => pulse(phase) });
        live.push({
          times: times.map((t) => t + i),
          channels: channels.map((c, k) => ({ ...c, stem: `v${k + 1}` })),
          rpm: undefined,
          barometer: 101.325 as never,
        });
      }
      return live.reading();
    };
    const [slow, fast] = [readingAt(500), readingAt(4000)];
    expect(fast.phase).toBe(slow.phase);
    fast.channels.forEach(({ depression, pulse: swing }, i) => {
      expect(depression).toBeCloseTo(slow.channels[i]?.depression ?? 0, 1);
      expect(swing / (slow.channels[i]?.pulse ?? 1)).toBeCloseTo(1, 1);
    });
    expect(fast.speed?.speed).toBeCloseTo(slow.speed?.speed ?? 0, -1);
  });

  it('starts anew when the gauge’s clock starts anew', () => {
    const live = createLiveSignal(4);
    for (let i = 5; i < 10; i += 1) live.push(batch(i, 1));
    live.push(batch(0, 1));
    expect(live.latest()).toBeLessThan(1);
    expect(live.isFresh()).toBe(true);
  });
});
