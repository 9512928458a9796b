import { describe, expect, it } from 'vitest';
import { kiloPascals, seconds } from '../units';
import { pulledHose } from './pulledHose';
import type { SignalReading } from './steadyReading';

const reading = (...depressions: readonly number[]): SignalReading => ({
  phase: 'settling',
  from: seconds(0),
  duration: seconds(1),
  speed: undefined,
  channels: depressions.map((depression, i) => ({
    throat: `${i + 1}`,
    state: { kind: 'steady' },
    depression: kiloPascals(depression),
    uncertainty: kiloPascals(0.1),
    againstGroup: kiloPascals(0.1),
    pulse: kiloPascals(10),
    flutter: kiloPascals(0.1),
  })),
});

describe('a hose that is pulled off', () => {
  it('is the one channel that falls to nothing while the others go on', () => {
    expect(pulledHose(reading(40, 42, 41), reading(39, 1, 44))).toBe('2');
  });

  it('is none while all are on, while the engine stops, or while two are off', () => {
    expect(pulledHose(reading(40, 42, 41), reading(39, 40, 44))).toBeUndefined();
    expect(pulledHose(reading(40, 42, 41), reading(0, 0, 1))).toBeUndefined();
    expect(pulledHose(reading(40, 42, 41), reading(0, 1, 44))).toBeUndefined();
    // Half of what it was: neither on nor off.
    expect(pulledHose(reading(40, 42, 41), reading(20, 1, 44))).toBeUndefined();
  });

  it('is not told of gauges that showed nothing before', () => {
    expect(pulledHose(reading(0, 0), reading(0, 0))).toBeUndefined();
  });
});
