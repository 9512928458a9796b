import { describe, expect, it } from 'vitest';
import { seededRandom } from '../basics';
import { createEngine } from '../engine';
import { ARCHETYPES } from '../setup';
import { kelvins, pascals, rpm, seconds, turns } from '../units';
import {
  carbonMonoxide,
  carriedInstrument,
  createAirflowMeter,
  createCoMeter,
  createDialGauge,
  createLiquidColumn,
  createPortThermometer,
  createTachometer,
  createTransducer,
  createWideband,
  DEFAULT_DIAL_GAUGE,
  DEFAULT_TRANSDUCER,
  type ExhaustGas,
  exhaustOxygen,
  liftAndListen,
  listenAt,
  lookAtFlame,
  mixedGas,
  seenLambda,
} from './index';

const MS = seconds(0.001);
const good: ExhaustGas = { lambda: 0.95, fired: true, air: 1e-4 };
const miss: ExhaustGas = { lambda: 0.95, fired: false, air: 1e-4 };
const mean = (values: readonly number[]) => values.reduce((sum, v) => sum + v, 0) / values.length;
const spread = (values: readonly number[]) => Math.sqrt(mean(values.map((v) => (v - mean(values)) ** 2)));
const times = <T>(count: number, what: (i: number) => T): T[] => Array.from({ length: count }, (_, i) => what(i));

describe('a pressure transducer', () => {
  it('has offset, slope, steps, noise and a full scale', () => {
    const options = { ...DEFAULT_TRANSDUCER, gainSpread: 0.05, noise: pascals(0) };
    const gauge = createTransducer(seededRandom(3), options);
    const shown = times(200, () => gauge.show(pascals(40_000), MS)).at(-1) ?? 0;
    expect(Math.abs(gauge.gain - 1)).toBeGreaterThan(0.001);
    expect(Math.abs(shown - (gauge.gain * 40_000 + gauge.offset))).toBeLessThanOrEqual(options.resolution / 2);
    expect(shown / options.resolution).toBeCloseTo(Math.round(shown / options.resolution), 9);
    expect(times(50, () => gauge.show(pascals(300_000), MS)).at(-1)).toBe(options.fullScale);
  });

  it('follows a step with its time constant: 63 % after 4 ms', () => {
    const gauge = createTransducer(seededRandom(1), {
      ...DEFAULT_TRANSDUCER,
      offsetSpread: pascals(0),
      noise: pascals(0),
    });
    expect(times(4, () => gauge.show(pascals(10_000), MS)).at(-1)).toBeCloseTo(10_000 * (1 - Math.exp(-1)), -2);
  });

  it('loses the share of its samples that it is told to', () => {
    const gauge = createTransducer(seededRandom(1), { ...DEFAULT_TRANSDUCER, dropouts: 0.1 });
    const lost = times(4000, () => gauge.show(pascals(10_000), MS)).filter(Number.isNaN).length;
    expect(lost / 4000).toBeCloseTo(0.1, 1);
  });
});

describe('a dial gauge', () => {
  /** Swing of the needle on a runner that pulses 8 times a second about 40 kPa. */
  const swing = (valve: number) => {
    const gauge = createDialGauge(seededRandom(1), { ...DEFAULT_DIAL_GAUGE, offsetSpread: pascals(0), gainSpread: 0 });
    gauge.valve(valve);
    const shown = times(6000, (i) => gauge.show(pascals(40_000 + 15_000 * Math.sin(i * 0.05)), MS)).slice(3000);
    return { swing: Math.max(...shown) - Math.min(...shown), mean: mean(shown) };
  };

  it('flutters with the valve open, stands and still follows when damped, and hangs when closed too far', () => {
    expect(swing(1).swing).toBeGreaterThan(10_000);
    expect(swing(0.15).swing).toBeLessThan(3000);
    expect(swing(0.15).mean).toBeCloseTo(40_000, -3);
    // Three seconds after it was put on it has not arrived yet: a reading that looks calm and is wrong.
    expect(swing(0.06).swing).toBeLessThan(10_000);
    expect(swing(0.06).mean).toBeLessThan(38_000);
    expect(swing(0).mean).toBe(0);
  });

  it('is read in what an eye can tell apart', () => {
    const gauge = createDialGauge(seededRandom(2));
    gauge.show(pascals(41_234), seconds(2));
    expect((gauge.read() / DEFAULT_DIAL_GAUGE.division) % 1).toBe(0);
  });

  it('shows one throat at a time when it is carried round, and needs time to settle on each', () => {
    const carried = carriedInstrument(
      createDialGauge(seededRandom(2), { ...DEFAULT_DIAL_GAUGE, offsetSpread: pascals(0), gainSpread: 0 }),
    );
    const bank = [pascals(30_000), pascals(50_000)];
    expect(carried.show(bank, seconds(3))).toBeCloseTo(30_000, -3);
    carried.carryTo(1);
    expect(carried.at()).toBe(1);
    expect(carried.show(bank, seconds(0.002))).toBeLessThan(40_000);
    expect(carried.show(bank, seconds(3))).toBeCloseTo(50_000, -3);
    carried.carryTo(2);
    expect(() => carried.show(bank, MS)).toThrow(/place 2 of 2/);
  });
});

describe('a liquid column', () => {
  it('rises by the difference over rho g and says when it was drunk', () => {
    const column = createLiquidColumn();
    expect(column.show(pascals(42_000), pascals(40_000), seconds(30))).toBeCloseTo(2000, -1);
    expect(column.spilled()).toBe(false);
    // 0.9 m of light oil weigh 7.5 kPa: more apart, and the engine drinks it.
    column.show(pascals(60_000), pascals(40_000), seconds(10));
    expect(column.spilled()).toBe(true);
  });

  it('overshoots when it is not damped', () => {
    const free = createLiquidColumn({
      density: 1000,
      length: 1,
      bore: 0.008,
      viscosity: 0.001,
      tallest: 1,
      restrictor: 1,
    });
    const shown = times(400, (): number => free.show(pascals(2000), pascals(0), seconds(0.005)));
    // A free column swings to twice its rise, with a period of 2 pi sqrt(L / g): 2.0 s for a metre (any textbook).
    expect(Math.max(...shown)).toBeGreaterThan(3000);
    expect(shown.indexOf(Math.max(...shown)) * 0.005).toBeCloseTo(1.0, 1);
  });
});

describe('an airflow meter', () => {
  it('shows its own scale in proportion to air, is seated anew each time, and is read in quarters', () => {
    const meter = createAirflowMeter(seededRandom(1));
    meter.show(2e-3, seconds(5));
    expect(meter.read()).toBe(10);
    const seats = times(200, () => {
      meter.seat();
      return meter.show(2e-3, seconds(5));
    });
    expect(spread(seats) / mean(seats)).toBeCloseTo(0.02, 2);
  });
});

describe('a tachometer', () => {
  const run = (options: { missed: number; doubled: number }) => {
    const meter = createTachometer(seededRandom(4), {
      revolutionsPerSpark: 2,
      gate: seconds(1),
      division: rpm(10),
      ...options,
    });
    // 1200 rpm: a spark every tenth of a second.
    return times(20_000, (i) => meter.show(Math.floor(i / 100), MS)).slice(2000);
  };

  it('shows the speed between sparks, in its divisions', () => {
    expect(new Set(run({ missed: 0, doubled: 0 }))).toEqual(new Set([1200]));
  });

  it('jumps when sparks are missed or count twice', () => {
    const shown = run({ missed: 0.05, doubled: 0.05 });
    expect(new Set(shown).size).toBeGreaterThan(1);
    expect(Math.max(...shown)).toBeGreaterThan(1250);
  });

  it('falls to nothing when the engine stops', () => {
    const meter = createTachometer(seededRandom(4));
    times(3000, (i) => meter.show(Math.floor(i / 100), MS));
    expect(times(3000, () => meter.show(29, MS)).at(-1)).toBe(0);
  });
});

describe('exhaust gas', () => {
  it('leaves 20.95 % of oxygen in air, none when rich (US Standard Atmosphere 1976)', () => {
    expect(exhaustOxygen(1e6)).toBeCloseTo(20.95, 2);
    expect(exhaustOxygen(0.9)).toBe(0);
  });

  it('has more CO the richer it is: some 0.4 % at lambda 1, 3 % at 0.9 (common practice, no source)', () => {
    expect(carbonMonoxide(1)).toBeCloseTo(0.4, 2);
    expect(carbonMonoxide(0.9)).toBeCloseTo(3.2, 1);
    expect(carbonMonoxide(1.2)).toBeLessThan(0.2);
  });

  it('reads lean where a cylinder misses, and mixes by air', () => {
    expect(seenLambda(miss)).toBeGreaterThan(2);
    const four = mixedGas([good, good, good, miss]);
    expect(four.lambda).toBeGreaterThan(1.1);
    expect(mixedGas([good, { ...good, lambda: 1.05 }]).lambda).toBeCloseTo(2 / (1 / 0.95 + 1 / 1.05), 9);
    expect(mixedGas([]).fired).toBe(false);
  });
});

describe('a wideband sensor', () => {
  it('warms up, then shows the gas late by pipe over flow, with its lag', () => {
    const sensor = createWideband(seededRandom(1));
    expect(sensor.show(good, 1e-3, seconds(0.01)).state).toBe('warmingUp');
    times(2500, () => sensor.show(good, 1e-3, seconds(0.01)));
    const lambdas = times(200, () => {
      const shown = sensor.show({ ...good, lambda: 1.2 }, 1e-3, seconds(0.01));
      return shown.state === 'ready' ? shown.lambda : Number.NaN;
    });
    // 0.4 g of pipe at 1 g/s: 0.4 s on the way; 63 % of the step another 0.15 s later.
    expect(mean(lambdas.slice(0, 38))).toBeCloseTo(0.95, 1);
    const there = lambdas.findIndex((lambda) => lambda > 0.95 + 0.25 * 0.63);
    expect(there * 0.01).toBeGreaterThan(0.45);
    expect(there * 0.01).toBeLessThan(0.65);
    expect(mean(lambdas.slice(-50))).toBeCloseTo(1.2, 1);
  });

  it('reads 20.9 +/- 0.4 % oxygen in free air (common practice, no source)', () => {
    for (let seed = 1; seed <= 40; seed += 1) {
      expect(Math.abs(createWideband(seededRandom(seed)).freeAir() - 20.9)).toBeLessThan(0.4);
    }
  });

  it('says when its supply is low, and reads wrong then', () => {
    const sensor = createWideband(seededRandom(1));
    times(3000, () => sensor.show(good, 1e-3, seconds(0.01)));
    sensor.supply(10);
    const shown = sensor.show(good, 1e-3, seconds(0.01));
    expect(shown.state === 'ready' && shown.supply).toBe('low');
    expect(shown.state === 'ready' ? shown.lambda : 0).toBeGreaterThan(0.98);
  });

  it('reads a misfiring cylinder lean, however rich it is', () => {
    const sensor = createWideband(seededRandom(1));
    const shown = times(4000, (i) =>
      sensor.show(i % 3 === 0 ? miss : { ...good, lambda: 0.7 }, 1e-3, seconds(0.01)),
    ).at(-1);
    expect(shown?.state === 'ready' ? shown.lambda : 0).toBeGreaterThan(1);
  });
});

describe('slow instruments', () => {
  it('a CO meter needs seconds to arrive, and is right then', () => {
    const meter = createCoMeter(seededRandom(1));
    expect(times(300, () => meter.show({ ...good, lambda: 0.88 }, seconds(0.01))).at(-1)).toBe(0);
    const shown = times(4000, () => meter.show({ ...good, lambda: 0.88 }, seconds(0.01))).at(-1) ?? 0;
    expect(Math.abs(shown / carbonMonoxide(0.88) - 1)).toBeLessThan(0.05);
  });

  it('a port thermometer finds the cylinder that does not fire', () => {
    const warm = createPortThermometer(kelvins(293));
    const cold = createPortThermometer(kelvins(293));
    expect(warm.show(good, 1e-3, seconds(60))).toBeGreaterThan(550);
    expect(cold.show(miss, 1e-3, seconds(60))).toBeLessThan(350);
    expect(createPortThermometer(kelvins(293)).show({ ...good, lambda: 1.4 }, 1e-3, seconds(60))).toBeLessThan(
      createPortThermometer(kelvins(293)).show(good, 1e-3, seconds(60)),
    );
  });
});

describe('eyes and ears', () => {
  const colours = (lambda: number) => {
    const random = seededRandom(5);
    return times(400, () => lookAtFlame(lambda, true, random));
  };
  const share = (lambda: number, colour: string) => colours(lambda).filter((c) => c === colour).length / 400;

  it('name a rich flame yellow, a right one blue, a lean one pale or whitish, and doubt between', () => {
    expect(share(0.7, 'darkYellow')).toBeGreaterThan(0.98);
    expect(share(0.99, 'cleanBlue')).toBeGreaterThan(0.9);
    expect(share(1.25, 'whitish')).toBeGreaterThan(0.98);
    expect(share(1.095, 'pale')).toBeGreaterThan(0.8);
    expect(share(0.88, 'yellow')).toBeCloseTo(0.5, 1);
    expect(share(0.905, 'yellowBlue')).toBeGreaterThan(0.5);
    expect(lookAtFlame(0.95, false, seededRandom(1))).toBe('misses');
  });

  it('hear a tenth more air as some 2.5 dB, and tell such a difference from three listenings', () => {
    const random = seededRandom(6);
    const at = (air: number) => mean(times(300, () => listenAt(air, random) ?? 0));
    expect(at(1.1e-3) - at(1e-3)).toBeCloseTo(60 * Math.log10(1.1), 0);
    expect(listenAt(0, random)).toBeUndefined();
  });

  it('hear a lifted piston: rich rises and stays, lean falls; other carburetors have no piston', () => {
    const response = (nut: number) => {
      const engine = createEngine(ARCHETYPES.siamesedFour, { seed: 1, found: 'factory' });
      engine.start();
      engine.turn('M1', turns(nut));
      engine.turn('M2', turns(nut));
      engine.advance(seconds(10));
      return liftAndListen(engine, '1');
    };
    expect(response(2)).toBe('risesAndStays');
    expect(response(0)).toBe('risesAndSettles');
    expect(response(-0.3)).toBe('falls');
    const plain = createEngine(ARCHETYPES.twin, { seed: 1 });
    expect(liftAndListen(plain, '1')).toBeUndefined();
  });
});
