import { describe, expect, it } from 'vitest';
import { standardAtmosphere } from '../air';
import { ARCHETYPES, type ArchetypeName } from '../setup';
import { isDeep } from '../testing/depth';
import { kelvins, radiansFromDegrees, rpm, seconds, turns } from '../units';
import { createEngine } from './engine';
import type { Engine, EngineOptions } from './engineTypes';

/** Facts of the trade: common practice, no source. Every engine here is as the factory left it but for what the test does. */
function idling(name: ArchetypeName, options: Partial<EngineOptions> = {}, first?: (engine: Engine) => void): Engine {
  const engine = createEngine(ARCHETYPES[name], { seed: 1, found: 'factory', ...options });
  engine.start();
  engine.advance(seconds(2));
  first?.(engine);
  engine.advance(seconds(5));
  return engine;
}
const COLD = kelvins(288);
const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;
const lambdaOf = (engine: Engine, cylinder = 0) => engine.truth().lambdas[cylinder] ?? 0;

describe('mixture screws', () => {
  it.each([
    ['fuelScrew', 'vTwin', 'leaner'],
    ['airScrew', 'twoStrokeTwin', 'richer'],
    ['jetNut', 'siamesedFour', 'richer'],
  ] as const)('a %s turned in makes its own cylinder %s', (_, name, direction) => {
    const by = (amount: number) => lambdaOf(idling(name, {}, (engine) => void engine.turn('M1', turns(amount))));
    const ratio = by(0.5) / by(-0.5);
    if (direction === 'leaner') expect(ratio).toBeGreaterThan(1.03);
    else expect(ratio).toBeLessThan(0.97);
  });

  it('have a lean best idle: the speed falls on both sides, and the rich side is the flat one', () => {
    const speedAt = (lambda: number) => idling('rack4', { idealLambda: lambda }).truth().speed;
    const speeds = [0.7, 0.85, 0.95, 1.05, 1.2].map(speedAt);
    const best = Math.max(...speeds);
    expect(best).toBe(speeds[2] ?? speeds[1]);
    expect(best - (speeds[4] ?? 0)).toBeGreaterThan(2 * (best - (speeds[1] ?? 0)));
  });

  it('lose three quarters of their authority once 1.7 mm of transfer slot shows', () => {
    // The stop opens the plate until the slot shows; a brake takes up what the engine would speed up by.
    const authority = (stop: number) => {
      const at = (screw: number) =>
        lambdaOf(
          idling('vTwin', { heldAt: rpm(1000) }, (engine) => {
            engine.turn('A', turns(stop));
            engine.turn('M1', turns(screw));
          }),
        );
      return Math.abs(Math.log(at(0.5) / at(-0.5)));
    };
    // 0.75 mm of slot for a bore of 38 mm is 2.3 degrees, 3.2 turns of this stop.
    expect(authority(3.4)).toBeLessThan(authority(0) / 4);
  });

  it('do nothing behind a blocked passage', () => {
    const blocked = (screw: number) =>
      idling('vTwin', { heldAt: rpm(1000), faults: [{ kind: 'blockedIdle', throat: '1', share: 0.97 }] }, (engine) => {
        engine.turn('M1', turns(screw));
      });
    expect(blocked(-2).truth().misfires[0]).toBe(1);
    expect(blocked(0).truth().misfires[0]).toBe(1);
    expect(blocked(0).truth().misfires[1]).toBeLessThan(0.1);
  });
});

describe('air', () => {
  it('filters off raises the idle, filters back on lowers it again', () => {
    const off = idling('rack4', {}, (engine) => engine.filters(false)).truth().speed;
    const on = idling('rack4').truth().speed;
    expect(off).toBeGreaterThan(on + 5);
  });

  it('an airflow meter on a mouth costs a little speed', () => {
    const metered = idling('rack4', {}, (engine) => void engine.meterOn('2')).truth();
    const free = idling('rack4').truth();
    expect(metered.airflows[1]).toBeLessThan((free.airflows[1] ?? 0) * 0.995);
    expect(metered.speed).toBeLessThan(free.speed);
  });

  it('a leak leans its cylinder, lowers its depression and lifts the idle', () => {
    const sound = idling('twin');
    const leaking = idling('twin', { faults: [{ kind: 'airLeak', throat: '1', areaMm2: 0.6 }] });
    expect(lambdaOf(leaking)).toBeGreaterThan(lambdaOf(sound) * 1.03);
    expect(leaking.truth().depressions[0]).toBeLessThan((sound.truth().depressions[0] ?? 0) - 1000);
    expect(leaking.truth().speed).toBeGreaterThan(sound.truth().speed + 10);
  });

  it('thin air and damp air run rich, and weaker', () => {
    const sea = idling('vTwin', { heldAt: rpm(1000) }).truth();
    const high = idling('vTwin', { heldAt: rpm(1000), air: standardAtmosphere(2000) }).truth();
    expect((high.lambdas[0] ?? 0) / (sea.lambdas[0] ?? 0)).toBeLessThan(0.95);
    // Saturated air of 35 C holds 3.6 % of vapour by mass (CIPM-2007): so much less air for the same fuel.
    const hot = { pressure: standardAtmosphere(0).pressure, temperature: kelvins(308.15) };
    const damp = (relativeHumidity: number) =>
      idling('vTwin', { heldAt: rpm(1000), air: hot, relativeHumidity }).truth();
    expect((damp(1).lambdas[0] ?? 0) / (damp(0).lambdas[0] ?? 0)).toBeCloseTo(0.964, 2);
    expect(damp(1).torqueNm).toBeLessThan(damp(0).torqueNm);
  });

  it('a late spark costs idle speed', () => {
    expect(idling('rack4', { sparkRetardDeg: 10 }).truth().speed).toBeLessThan(idling('rack4').truth().speed - 20);
  });

  it('a clogged filter makes the full throttle weaker', () => {
    const pull = (options: Partial<EngineOptions>) =>
      idling('rack4', { heldAt: rpm(4000), ...options }, (engine) => {
        engine.hand({ kind: 'lever', opening: radiansFromDegrees(80) });
      }).truth().torqueNm;
    expect(pull({ faults: [{ kind: 'restrictedFilter', share: 0.9 }] })).toBeLessThan(0.95 * pull({}));
  });
});

describe('fuel', () => {
  it('a shared manifold with uneven firing leaves one cylinder lean, and it changes sides with the firing order', () => {
    const shared = ARCHETYPES.vTwinShared;
    const exchanged = {
      ...shared,
      cylinders: shared.cylinders.map((c, i) => ({ ...c, firingDeg: i === 0 ? 0 : 315 })),
    };
    const lambdas = (setup: typeof shared) => {
      const engine = createEngine(setup, { seed: 1, found: 'factory' });
      engine.start();
      engine.advance(seconds(14));
      return engine.truth();
    };
    const [a = 0, b = 0] = lambdas(shared).lambdas;
    const [c = 0, d = 0] = lambdas(exchanged).lambdas;
    expect(b / a).toBeGreaterThan(1.02);
    expect(c / d).toBeGreaterThan(1.02);
    const [less = 0, more = 0] = lambdas(shared).charges;
    expect(more / less).toBeGreaterThan(1.05);
  });

  it('flooding, a high float and a choke left on make it rich; a low float and a starved main lean', () => {
    const base = lambdaOf(idling('vTwin'));
    const wrong = (fault: NonNullable<EngineOptions['faults']>[number]) =>
      lambdaOf(idling('vTwin', { faults: [fault] }));
    expect(wrong({ kind: 'flooding', throat: '1', share: 0.3 })).toBeLessThan(base * 0.9);
    expect(wrong({ kind: 'chokeStuck', share: 0.3 })).toBeLessThan(base * 0.9);
    const cruise = (fault: NonNullable<EngineOptions['faults']>) =>
      lambdaOf(
        idling('vTwin', { heldAt: rpm(3000), faults: fault }, (engine) => {
          engine.hand({ kind: 'lever', opening: radiansFromDegrees(20) });
        }),
      );
    const sound = cruise([]);
    expect(sound).toBeGreaterThan(0.8);
    expect(sound).toBeLessThan(1.15);
    expect(cruise([{ kind: 'floatLevel', throat: '1', mm: 6 }])).toBeLessThan(sound * 0.99);
    expect(cruise([{ kind: 'floatLevel', throat: '1', mm: -6 }])).toBeGreaterThan(sound * 1.01);
    expect(cruise([{ kind: 'starvedMain', throat: '1', share: 0.4 }])).toBeGreaterThan(sound * 1.2);
  });

  it('mixed-up jets make one side rich and the other lean', () => {
    const engine = idling('twin', { faults: [{ kind: 'mixedJets', throats: ['1', '2'], ratio: 1.2 }] });
    expect(lambdaOf(engine, 0)).toBeLessThan(lambdaOf(engine, 1) * 0.75);
  });

  it.runIf(isDeep)('boils over after a hot stop: the next start is rich, and clears', () => {
    const engine = idling('flatFour', { faults: [{ kind: 'fuelBoil', share: 0.5 }] });
    const before = lambdaOf(engine);
    engine.stop();
    engine.advance(seconds(60));
    engine.start();
    engine.advance(seconds(5));
    expect(lambdaOf(engine)).toBeLessThan(before * 0.85);
    engine.advance(seconds(120));
    expect(lambdaOf(engine) / before).toBeGreaterThan(0.93);
  });

  it('lifting the piston of a variable venturi leans it; a sticking one chokes the full throttle', () => {
    const lifted = idling('siamesedFour', { heldAt: rpm(750) }, (engine) => void engine.liftPiston('1', 0.8e-3));
    expect(lambdaOf(lifted)).toBeGreaterThan(lambdaOf(idling('siamesedFour', { heldAt: rpm(750) })) * 1.03);
    const filled = (options: Partial<EngineOptions>) =>
      idling('siamesedFour', { heldAt: rpm(4000), ...options }, (engine) => {
        engine.hand({ kind: 'lever', opening: radiansFromDegrees(80) });
      }).truth().charges[0] ?? 0;
    expect(filled({ faults: [{ kind: 'stickingPiston', throat: '1', share: 0.5 }] })).toBeLessThan(filled({}) * 0.95);
  });

  const coldStart = (choke: number) => {
    const engine = createEngine(ARCHETYPES.flatFour, { seed: 1, found: 'factory', coolant: COLD });
    engine.choke(choke);
    engine.start();
    engine.advance(seconds(15));
    return engine;
  };

  it('a cold engine does not run without the choke, and does with it', () => {
    expect(coldStart(0).sensors().speed).toBe(0);
    expect(mean(coldStart(0.6).truth().misfires)).toBeLessThan(0.1);
  });

  it.runIf(isDeep)('a cold engine warms up in some minutes', () => {
    const helped = coldStart(0.6);
    helped.hand({ kind: 'hold', speed: rpm(2000) });
    helped.advance(seconds(90));
    helped.choke(0);
    helped.advance(seconds(210));
    expect(helped.sensors().coolant).toBeGreaterThan(340);
  });
});

describe('linkage', () => {
  it('play in a link picks its throttle up late: even at idle, apart above', () => {
    const faults = [{ kind: 'linkagePlay', throat: '1', deg: 0.5 }] as const;
    const apart = (speed: number | undefined) => {
      const engine = idling('vTwin', { faults }, (e) => {
        if (speed !== undefined) e.hand({ kind: 'hold', speed: rpm(speed) });
      });
      const [a = 0, b = 0] = engine.truth().depressions;
      return a - b;
    };
    expect(Math.abs(apart(undefined))).toBeLessThan(300);
    expect(apart(2500)).toBeGreaterThan(500);
  });

  it('a tie rod left too long holds its throttle off the stop', () => {
    const engine = idling('vTwin', {}, (e) => void e.turn('T', turns(1)));
    const [a = 0, b = 0] = engine.truth().depressions;
    expect(b).toBeLessThan(a - 1500);
    // Now the stop beneath it does nothing.
    engine.turn('B', turns(-0.25));
    engine.advance(seconds(8));
    expect(Math.abs((engine.truth().depressions[1] ?? 0) - b)).toBeLessThan(300);
  });

  it('a worn shaft idles at another speed after every blip', () => {
    const engine = idling('twin', { faults: [{ kind: 'wornShaft', throat: '2', restDeg: 0.3 }] });
    const idles = Array.from({ length: 6 }, () => {
      engine.blip();
      engine.advance(seconds(10));
      return engine.truth().speed;
    });
    expect(Math.max(...idles) - Math.min(...idles)).toBeGreaterThan(40);
  });

  it('backlash swallows the first part of a turn back', () => {
    const slack = {
      ...ARCHETYPES.twin,
      adjusters: ARCHETYPES.twin.adjusters.map((a) => ({ ...a, backlashTurns: 0.25 })),
    };
    const engine = createEngine(slack, { seed: 1, found: 'factory', heldAt: rpm(1050) });
    engine.start();
    const after = (by: number) => {
      engine.turn('A', turns(by));
      engine.advance(seconds(8));
      return engine.truth().depressions[0] ?? 0;
    };
    const taken = after(0.5);
    expect(Math.abs(after(-0.25) - taken)).toBeLessThan(50);
    expect(after(-0.25) - taken).toBeGreaterThan(800);
  });

  it('vacuum advance on the wrong port lifts the idle', () => {
    expect(idling('fourBarrel', { faults: [{ kind: 'manifoldAdvance', deg: 12 }] }).truth().speed).toBeGreaterThan(
      idling('fourBarrel').truth().speed + 20,
    );
  });
});
