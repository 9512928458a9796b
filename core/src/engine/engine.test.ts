import { describe, expect, it } from 'vitest';
import { standardAtmosphere } from '../air';
import { ARCHETYPES, twinWithTwoStops } from '../setup';
import { rpm, seconds, turns } from '../units';
import { clearanceVolume, cylinderVolume, sweptVolume, volumeSlope } from './crank';
import { createEngine, type Engine } from './engine';
import type { Fault } from './faults';
import { frictionMeanEffectivePressure } from './friction';
import { breathe, exchange, type Pocket, pocketPressure } from './pockets';

function running(seed: number, step?: number): Engine {
  const made = createEngine(twinWithTwoStops, step === undefined ? { seed } : { seed, step: seconds(step) });
  if (made.outcome !== 'ready') throw new Error(made.reason);
  made.engine.start();
  made.engine.advance(seconds(8));
  return made.engine;
}

const depressions = (engine: Engine) => engine.truth().depressions.map((d) => d / 1000);
const shape = { bore: 0.076, stroke: 0.082, rod: 0.15, compressionRatio: 8.8 };

describe('slider-crank volumes (Heywood 1988, eqs. 2.1 to 2.5)', () => {
  it('has the clearance at top dead centre and all of it at bottom dead centre', () => {
    expect(cylinderVolume(shape, 0)).toBeCloseTo(clearanceVolume(shape), 12);
    expect(cylinderVolume(shape, Math.PI)).toBeCloseTo(clearanceVolume(shape) + sweptVolume(shape), 12);
    expect(cylinderVolume(shape, Math.PI) / cylinderVolume(shape, 0)).toBeCloseTo(8.8, 9);
  });

  it('has a slope that agrees with finite differences', () => {
    for (const angle of [0.3, 1.4, 2.9, 4.4]) {
      const difference = (cylinderVolume(shape, angle + 1e-6) - cylinderVolume(shape, angle - 1e-6)) / 2e-6;
      expect(volumeSlope(shape, angle) / difference).toBeCloseTo(1, 6);
    }
  });

  it('has more than half its travel behind it at 90 degrees, by the rod’s slant', () => {
    // Travel at 90 degrees: a + l - sqrt(l^2 - a^2) = 46.72 mm for a = 41, l = 150 (worked by hand).
    const travel = (cylinderVolume(shape, Math.PI / 2) - clearanceVolume(shape)) / (sweptVolume(shape) / shape.stroke);
    expect(travel * 1000).toBeCloseTo(46.71, 1);
  });
});

// Heywood (1988), eq. 13.6: 0.97 + 0.15 + 0.05 = 1.17 bar at 1000 rpm, 0.97 + 0.45 + 0.45 = 1.87 bar at 3000 rpm.
it('has the friction of the correlation', () => {
  expect(frictionMeanEffectivePressure(rpm(1000))).toBeCloseTo(1.17e5, 3);
  expect(frictionMeanEffectivePressure(rpm(3000))).toBeCloseTo(1.87e5, 3);
});

describe('gas exchange', () => {
  const pocket = (volume: number, pressure: number): Pocket => ({
    air: (pressure * volume) / (287.05287 * 310),
    burnt: 0,
    volume,
    airTemperature: 310,
    burntTemperature: 700,
  });

  it('keeps mass to 1e-12 and never swings past equal pressures', () => {
    const runner = pocket(2e-4, 90_000);
    const cylinder = pocket(4e-4, 30_000);
    const before = runner.air + cylinder.air;
    for (let i = 0; i < 500; i += 1) {
      exchange(runner, cylinder, 5e-4, 1e-4);
      expect(pocketPressure(runner)).toBeGreaterThanOrEqual(pocketPressure(cylinder) - 1e-6);
    }
    expect((runner.air + cylinder.air) / before).toBeCloseTo(1, 12);
    expect(pocketPressure(runner) - pocketPressure(cylinder)).toBeLessThan(1);
  });

  it('fills a runner to ambient and lets it out again', () => {
    const runner = pocket(2e-4, 40_000);
    for (let i = 0; i < 5000; i += 1) breathe(runner, 5e-6, 101_325, 288.15, 1e-4);
    expect(pocketPressure(runner)).toBeCloseTo(101_325, -1);
    const high = pocket(2e-4, 140_000);
    expect(breathe(high, 5e-6, 101_325, 288.15, 1e-4)).toBeLessThan(0);
  });
});

describe('the practice engine', () => {
  it('idles where its throttles let it, within reach of its screws, on 20 seeds', () => {
    for (let seed = 1; seed <= 20; seed += 1) {
      const engine = running(seed);
      // An idle nobody set: between stalling and racing. Depression as on such engines (common practice, no source).
      expect(engine.truth().speed).toBeGreaterThan(700);
      expect(engine.truth().speed).toBeLessThan(1600);
      for (const d of depressions(engine)) {
        expect(d).toBeGreaterThan(30);
        expect(d).toBeLessThan(55);
      }
    }
  });

  it.each(['rack3', 'rack4', 'rack6'] as const)('idles as %s, every cylinder drawing on its own throat', (name) => {
    const setup = ARCHETYPES[name];
    const made = createEngine(setup, { seed: 5 });
    if (made.outcome !== 'ready') throw new Error(made.reason);
    const { engine } = made;
    engine.start();
    engine.advance(seconds(8));
    expect(Math.abs(engine.truth().speed - setup.targets.idleRpm)).toBeLessThan(450);
    const before = depressions(engine);
    for (const d of before) expect(d).toBeGreaterThan(25);
    // The first screw of a rack moves the first throat alone; its neighbours follow the speed only.
    engine.turn('A', turns(1));
    engine.advance(seconds(8));
    const moved = depressions(engine).map((d, i) => d - (before[i] ?? 0));
    expect(moved[0]).toBeLessThan(-2);
    for (const change of moved.slice(1)) expect(change).toBeGreaterThan(0);
  });

  it('gives the same numbers for the same seed, however time is cut up', () => {
    const a = running(3);
    const b = running(3);
    a.advance(seconds(1));
    for (let i = 0; i < 500; i += 1) b.advance(seconds(0.002));
    expect(b.sensors()).toEqual(a.sensors());
    expect(running(4).truth()).not.toEqual(running(3).truth());
  });

  it('changes its cycle means by under 0.5 % when the step is halved', () => {
    // One scatter of combustion for both would need the same draws at the same cycles: they are, one draw a firing.
    const coarse = depressions(running(6, 1e-4));
    const fine = depressions(running(6, 0.5e-4));
    coarse.forEach((d, i) => {
      expect(Math.abs(d / (fine[i] ?? 0) - 1)).toBeLessThan(0.005);
    });
  });

  it('breathes more on the throat whose stop is turned in, less on the other, and speeds up', () => {
    const engine = running(2);
    const before = { d: depressions(engine), speed: engine.truth().speed };
    engine.turn('A', turns(0.5));
    engine.advance(seconds(8));
    const [first = 0, second = 0] = depressions(engine);
    expect(first).toBeLessThan((before.d[0] ?? 0) - 1);
    expect(second).toBeGreaterThan((before.d[1] ?? 0) + 0.2);
    expect(engine.truth().speed).toBeGreaterThan(before.speed + 15);
  });

  it('moves both throttles with the knob, and both with either stop once clamped', () => {
    const engine = running(2);
    const spread = () => Math.abs((depressions(engine)[0] ?? 0) - (depressions(engine)[1] ?? 0));
    const before = spread();
    engine.couple('C', true);
    engine.turn('A', turns(0.5));
    engine.advance(seconds(8));
    expect(spread()).toBeCloseTo(before, 0);
    expect(engine.clamped()).toEqual(['C']);
    const speed = engine.truth().speed;
    engine.turn('K', turns(0.5));
    engine.advance(seconds(8));
    expect(engine.truth().speed).toBeGreaterThan(speed + 30);
    expect(spread()).toBeCloseTo(before, 0);
  });

  it('refuses to pass a seat or an end, and unknown screws', () => {
    const engine = running(1);
    expect(engine.turn('A', turns(-3))).toBe(true);
    expect(engine.turn('A', turns(-0.0625))).toBe(false);
    expect(engine.turn('Z', turns(0.5))).toBe(false);
    expect(engine.couple('Z', true)).toBe(false);
    expect(engine.positions().A).toBe(-3);
  });

  it('idles lower in thin air on the same stops, and its depression is less', () => {
    const made = createEngine(twinWithTwoStops, { seed: 2, air: standardAtmosphere(2000) });
    if (made.outcome !== 'ready') throw new Error(made.reason);
    made.engine.start();
    made.engine.advance(seconds(8));
    const low = running(2);
    expect(made.engine.sensors().ambient).toBeCloseTo(79_495, -1);
    expect(made.engine.truth().speed).toBeLessThan(low.truth().speed - 50);
    expect(depressions(made.engine)[0]).toBeLessThan((depressions(low)[0] ?? 0) - 5);
  });

  it('races when blipped and comes back to the same idle', () => {
    const engine = running(2);
    const idle = engine.truth();
    engine.blip();
    engine.advance(seconds(0.4));
    expect(engine.sensors().speed).toBeGreaterThan(idle.speed + 400);
    engine.advance(seconds(12));
    expect(engine.truth().speed / idle.speed).toBeCloseTo(1, 1);
    depressions(engine).forEach((d, i) => {
      expect(Math.abs(d - (idle.depressions[i] ?? 0) / 1000)).toBeLessThan(0.5);
    });
  });

  it('stops when the ignition is cut, and its runners go back to ambient', () => {
    const engine = running(1);
    engine.stop();
    engine.advance(seconds(5));
    const { speed, runnerPressures, ambient } = engine.sensors();
    expect(speed).toBe(0);
    for (const pressure of runnerPressures) expect(pressure / ambient).toBeCloseTo(1, 4);
    expect(engine.running()).toBe(false);
  });

  it('says that it cannot be a two-stroke yet', () => {
    const setup = { ...twinWithTwoStops, engine: { ...twinWithTwoStops.engine, strokes: 2 as const } };
    expect(createEngine(setup, { seed: 1 }).outcome).toBe('unsupported');
  });
});

describe('faults (trade facts; common practice, no source)', () => {
  const broken = (...faults: Fault[]): Engine => {
    const made = createEngine(twinWithTwoStops, { seed: 2, faults });
    if (made.outcome !== 'ready') throw new Error(made.reason);
    made.engine.start();
    made.engine.advance(seconds(8));
    return made.engine;
  };
  const sound = running(2);

  it('a leak behind a throttle lowers its depression and lifts the idle', () => {
    const engine = broken({ kind: 'airLeak', throat: '1', areaMm2: 1 });
    expect(depressions(engine)[0]).toBeLessThan((depressions(sound)[0] ?? 0) - 2);
    expect(engine.truth().speed).toBeGreaterThan(sound.truth().speed + 30);
  });

  it('a worn shaft idles differently after every blip', () => {
    const engine = broken({ kind: 'wornShaft', throat: '2', restDeg: 0.3 });
    const idles = Array.from({ length: 6 }, () => {
      engine.blip();
      engine.advance(seconds(12));
      return engine.truth().speed;
    });
    expect(Math.max(...idles) - Math.min(...idles)).toBeGreaterThan(40);
  });

  it('a dead screw turns and moves nothing', () => {
    const engine = broken({ kind: 'deadScrew', adjuster: 'A' });
    const before = depressions(engine);
    expect(engine.turn('A', turns(1))).toBe(true);
    engine.advance(seconds(8));
    expect(Math.abs((depressions(engine)[0] ?? 0) - (before[0] ?? 0))).toBeLessThan(0.4);
    expect(engine.positions().A).toBe(1);
  });

  it('a weak spark or lost compression costs speed', () => {
    expect(broken({ kind: 'weakSpark', cylinder: '1', missShare: 0.2 }).truth().speed).toBeLessThan(
      sound.truth().speed - 30,
    );
    expect(broken({ kind: 'lowCompression', cylinder: '2', loss: 0.3 }).truth().speed).toBeLessThan(
      sound.truth().speed - 30,
    );
  });
});
