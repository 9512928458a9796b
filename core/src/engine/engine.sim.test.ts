import { describe, expect, it } from 'vitest';
import { standardAtmosphere } from '../air';
import type { Fault } from '../faults';
import { ARCHETYPES, twinWithTwoStops } from '../setup';
import { banks, seeds } from '../testing/depth';
import { rpm, seconds, turns } from '../units';
import { createEngine } from './engine';
import type { Engine } from './engineTypes';

function running(seed: number, step?: number): Engine {
  const engine = createEngine(twinWithTwoStops, step === undefined ? { seed } : { seed, step: seconds(step) });
  engine.start();
  engine.advance(seconds(10));
  return engine;
}

const depressions = (engine: Engine) => engine.truth().depressions.map((d) => d / 1000);

describe('the practice engine', () => {
  it('idles where its throttles let it, within reach of its screws, on any seed', () => {
    for (const seed of seeds(1, { quick: 4, deep: 200 })) {
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

  it.each(banks(['rack3', 'rack4', 'rack6'] as const, ['rack4']))(
    'idles as %s, every cylinder drawing on its own throat',
    (name) => {
      const setup = ARCHETYPES[name];
      const engine = createEngine(setup, { seed: 5 });
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
    },
  );

  it('gives the same numbers for the same seed, however time is cut up', () => {
    const a = running(3);
    const b = running(3);
    a.advance(seconds(1));
    for (let i = 0; i < 500; i += 1) b.advance(seconds(0.002));
    expect(b.sensors()).toEqual(a.sensors());
    // Cut in parts that are no whole steps, too.
    for (let i = 0; i < 300; i += 1) b.advance(seconds(1 / 300));
    a.advance(seconds(1));
    expect(b.sensors()).toEqual(a.sensors());
    expect(running(4).truth()).not.toEqual(running(3).truth());
  });

  it('changes its cycle means by under 0.5 % when the step is halved', () => {
    // One scatter of combustion for both would need the same draws at the same cycles: they are, one draw a firing.
    const coarse = depressions(running(6, 2e-4));
    const fine = depressions(running(6, 1e-4));
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

  it('turns nothing past a seat or an end, and says so of unknown screws', () => {
    const engine = running(1);
    expect(engine.turn('A', turns(-3)).outcome).toBe('turned');
    expect(engine.turn('A', turns(-0.0625))).toEqual({ outcome: 'atEnd', room: 0 });
    expect(engine.turn('Z', turns(0.5)).outcome).toBe('noSuchScrew');
    expect(engine.couple('Z', true)).toBe(false);
    expect(engine.positions().A).toBe(-3);
    expect(engine.damaged()).toEqual([]);
  });

  it('damages a screw that is forced past its end: from then on it does less', () => {
    const moved = (forced: boolean) => {
      const engine = createEngine(twinWithTwoStops, { seed: 1, heldAt: rpm(1050) });
      engine.start();
      if (forced) expect(engine.turn('A', turns(5), 'forced').outcome).toBe('damaged');
      else engine.turn('A', turns(4));
      engine.advance(seconds(4));
      expect(engine.damaged()).toEqual(forced ? ['A'] : []);
      return depressions(engine)[0] ?? 0;
    };
    expect(moved(true)).toBeGreaterThan(moved(false) + 3);
  });

  it('idles lower in thin air on the same stops, and its depression is less', () => {
    const high = createEngine(twinWithTwoStops, { seed: 2, air: standardAtmosphere(2000) });
    high.start();
    high.advance(seconds(10));
    const low = running(2);
    expect(high.sensors().ambient).toBeCloseTo(79_495, -1);
    expect(high.truth().speed).toBeLessThan(low.truth().speed - 50);
    expect(depressions(high)[0]).toBeLessThan((depressions(low)[0] ?? 0) - 5);
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
});

describe('faults (trade facts; common practice, no source)', () => {
  const broken = (...faults: Fault[]): Engine => {
    const engine = createEngine(twinWithTwoStops, { seed: 2, faults });
    engine.start();
    engine.advance(seconds(10));
    return engine;
  };
  const sound = running(2);

  it('a dead screw turns and moves nothing', () => {
    const engine = broken({ kind: 'deadScrew', adjuster: 'A' });
    const before = depressions(engine);
    expect(engine.turn('A', turns(1)).outcome).toBe('turned');
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
