import { describe, expect, it } from 'vitest';
import { createEngine, type RideLeg, type Vehicle } from '../engine';
import { judgeRun, readRideText } from '../road';
import { ARCHETYPES } from '../setup';
import { decodeTrace, encodeTrace } from '../trace';
import { radiansFromDegrees, rpm, seconds } from '../units';
import { roadLog } from './roadLog';

/** An invented middleweight. */
const VEHICLE: Vehicle = {
  massKg: 290,
  wheelRadiusM: 0.31,
  ratios: [14.5, 10.2, 7.9],
  rollingN: 45,
  dragNPerMs2: 0.38,
  clutchNm: 45,
};
const LEGS: readonly RideLeg[] = [
  { leg: 'idle', lasts: seconds(6) },
  { leg: 'pullAway', opening: radiansFromDegrees(12), until: rpm(3500), atMost: seconds(12) },
  { leg: 'gear', gear: 2, takes: seconds(0.4) },
  { leg: 'fullLoad', until: rpm(5500), atMost: seconds(15) },
  { leg: 'gear', gear: 3, takes: seconds(0.4) },
  { leg: 'cruise', speed: rpm(3500), lasts: seconds(30) },
  { leg: 'rollOn', opening: radiansFromDegrees(40), until: rpm(4500), atMost: seconds(10) },
  { leg: 'overrun', until: rpm(2200), atMost: seconds(25) },
  { leg: 'stop', lasts: seconds(8) },
];

describe('a road log', () => {
  const engine = createEngine(ARCHETYPES.twin, { seed: 1, found: 'factory' });
  const { trace, legs } = roadLog({ engine, vehicle: VEHICLE, legs: LEGS, seed: 1, rateHz: 50 });
  const during = (leg: RideLeg['leg'], skip = 0) => {
    const span = legs.find((l) => l.leg === leg);
    return trace.rows.filter(([t = 0]) => span !== undefined && t > span.from + skip && t <= span.to);
  };
  const mean = (rows: readonly (readonly number[])[], column: number) =>
    rows.reduce((sum, row) => sum + (row[column] ?? 0), 0) / rows.length;

  it('is a trace: it is written and read back without a problem', () => {
    const { trace: back, problems } = decodeTrace(encodeTrace(trace));
    expect(problems).toEqual([]);
    expect(back.columns).toEqual(trace.columns);
    expect(back.rows.length).toBe(trace.rows.length);
  });

  it('idles, pulls away, shifts, runs out, cruises and comes back to idle', () => {
    expect(mean(during('idle', 2), 1)).toBeCloseTo(1040, -2);
    expect(during('pullAway').at(-1)?.[1]).toBeGreaterThan(3400);
    // The next gear pulls the speed down by the ratio of the ratios, once the clutch has caught.
    expect(Math.min(...during('fullLoad').map(([, speed = 0]) => speed))).toBeLessThan(3100);
    expect(during('fullLoad').at(-1)?.[1]).toBeGreaterThan(5400);
    expect(mean(during('cruise', 20), 1)).toBeCloseTo(3500, -2.5);
    expect(mean(during('stop', 5), 1)).toBeLessThan(1200);
  });

  it('has lambdas that make sense where the engine pulls, and lean ones on the overrun', () => {
    for (const leg of ['cruise', 'fullLoad'] as const) {
      const lambda = mean(during(leg, leg === 'cruise' ? 20 : 2), 3);
      expect(lambda).toBeGreaterThan(0.8);
      expect(lambda).toBeLessThan(1.12);
    }
    expect(mean(during('fullLoad', 1), 3)).toBeLessThan(mean(during('cruise', 20), 3));
    // Beyond 18 : 1 on the overrun is normal (common practice, no source).
    expect(mean(during('overrun', 1), 3)).toBeGreaterThan(1.25);
  });

  it('carries one lambda for each exhaust, or one of a cylinder, which rides can be read from', () => {
    const logged = (sensors: Parameters<typeof roadLog>[0]['sensors'] & {}) =>
      roadLog({
        engine: createEngine(ARCHETYPES.twin, { seed: 1, found: 'factory' }),
        vehicle: VEHICLE,
        legs: LEGS,
        seed: 1,
        rateHz: 20,
        sensors,
      }).trace;
    const both = logged('eachExhaust');
    expect(both.columns.filter(({ kind }) => kind === 'lambda').map(({ name }) => name)).toEqual([
      'lambda1',
      'lambda2',
    ]);
    const read = readRideText(encodeTrace(both));
    if (read.outcome === 'notRead') throw new Error(read.reason);
    const { sensors, stretches } = judgeRun(read.ride);
    expect(sensors).toHaveLength(2);
    for (const regime of ['idle', 'fullLoad', 'overrun'] as const)
      expect(stretches.map((stretch) => stretch.regime)).toContain(regime);
    // The carried sensor reads the same exhaust by its own slope: within what two of them differ by, and their noise.
    const carried = logged({ cylinder: 1 });
    expect(carried.columns).toHaveLength(4);
    const idle = (trace: typeof both, column: number) =>
      mean(
        trace.rows.filter(([t = 0]) => t > 2 && t < 6),
        column,
      );
    expect(Math.abs(idle(carried, 3) - idle(both, 4))).toBeLessThan(0.02);
  });

  it('refuses a gear that the vehicle does not have', () => {
    const other = createEngine(ARCHETYPES.twin, { seed: 1 });
    expect(() => other.load({ kind: 'road', vehicle: VEHICLE, gear: 4 })).toThrow(/no gear 4 of 3/);
  });
});
