import { describe, expect, it } from 'vitest';
import { ARCHETYPES } from '../setup';
import { dialByEye, isEngineSpeed, isNearZero, meterByEye, sigmaOfBand } from './byEye';
import { canCompare, flutterSeen } from './judgement';
import type { SignalReading } from './steadyReading';

describe('a needle read by eye', () => {
  it('is as good as its band, evenly spread: the band over the square root of three (GUM 4.3.7)', () => {
    expect(sigmaOfBand(0.3)).toBeCloseTo(0.1732, 4);
  });

  it('comes in kilopascals, the band with it', () => {
    const read = dialByEye(10, 0.2, 'inhg');
    // NIST SP 811: 1 inHg is 3.386389 kPa.
    expect(read?.depressionKPa).toBeCloseTo(33.86389, 5);
    expect(read?.uncertaintyKPa).toBeCloseTo((0.2 * 3.386389) / Math.sqrt(3), 6);
  });

  it('is none beyond a whole vacuum', () => {
    expect(dialByEye(31, 0.2, 'inhg')).toBeUndefined();
    expect(dialByEye(-31, 0.2, 'inhg')).toBeUndefined();
  });

  it('may be off zero by some kilopascals, and an engine turns forwards', () => {
    expect([0, 20, -20, 20.1, -21].map(isNearZero)).toEqual([true, true, true, false, false]);
    expect([0, -1, 1050, 20_000].map(isEngineSpeed)).toEqual([false, false, true, false]);
  });
});

describe('a meter on a mouth', () => {
  it('carries the doubt of hand and eye', () => {
    expect(meterByEye(10, 0.25)?.uncertainty).toBeCloseTo(Math.hypot(0.2, 0.25 / Math.sqrt(3)), 9);
  });
  it('must show something', () => {
    expect([0, -3, 0.05, Number.NaN].map((shown) => meterByEye(shown, 0.25))).toEqual(new Array(4).fill(undefined));
  });
});

describe('what a reading can say', () => {
  const { rack3, twoStrokeTwin, outboardTriple } = ARCHETYPES;
  const reading = (...channels: readonly (readonly [string, 'steady' | 'settling', number])[]): SignalReading =>
    ({
      channels: channels.map(([throat, kind, flutter]) => ({ throat, state: { kind }, flutter })),
    }) as unknown as SignalReading;

  it('needs two steady throats of the bank', () => {
    expect(canCompare(rack3, reading(['1', 'steady', 0], ['2', 'steady', 0]))).toBe(true);
    expect(canCompare(rack3, reading(['1', 'steady', 0], ['2', 'settling', 0]))).toBe(false);
    expect(canCompare(rack3, reading(['1', 'steady', 0], ['9', 'steady', 0]))).toBe(false);
  });

  it('suggests a misfire where a four-stroke flutters, by the worst steady channel', () => {
    const seen = reading(['1', 'steady', 0.1], ['2', 'steady', 0.3], ['3', 'settling', 9]);
    expect(flutterSeen(rack3, seen)).toEqual({ kPa: 0.3, misfires: true });
    expect(flutterSeen(twoStrokeTwin, seen)?.misfires).toBe(false);
    expect(flutterSeen(outboardTriple, reading(['1', 'steady', Number.NaN]))).toBeUndefined();
  });
});
