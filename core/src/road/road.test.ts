import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { seededRandom } from '../basics';
import {
  afterChange,
  alignmentOf,
  cautionsOf,
  changesFor,
  DOUBTS,
  differenceIn,
  doubtCode,
  type Family,
  judgePrediction,
  judgeRun,
  type KeptStretch,
  type LearnedStep,
  METERING,
  markersOf,
  plainDoubts,
  type Ride,
  type RoadTable,
  regimeMean,
  relabelled,
  richCost,
  shareAt,
  stepEffect,
  type Unit,
  USUAL_BANDS,
} from '.';

/** A ride of so many samples, ten a second, all of it as said. */
function ride(
  count: number,
  of: Partial<Record<'rpm' | 'opening' | 'supply' | 'oxygen', (i: number) => number>>,
  lambda: (i: number) => number,
): Ride {
  const column = (f: ((i: number) => number) | undefined) =>
    f === undefined ? undefined : Float64Array.from({ length: count }, (_, i) => f(i));
  return {
    times: Float64Array.from({ length: count }, (_, i) => i / 10),
    lambdas: [{ sensor: 1, name: 'Lambda', values: Float64Array.from({ length: count }, (_, i) => lambda(i)) }],
    rpm: column(of.rpm),
    opening: column(of.opening),
    roadSpeed: undefined,
    load: undefined,
    exhaust: undefined,
    oxygen: column(of.oxygen),
    supply: column(of.supply),
    step: 0.1,
    startedAt: undefined,
  };
}

const noisy = (seed: number) => {
  const random = seededRandom(seed);
  return (mean: number, sd = 0.006) => mean + sd * random.normal();
};

describe('trust in a sensor', () => {
  const names = (doubts: Uint8Array) => [...doubts].map((code) => DOUBTS[code]);

  it('believes no sensor that warms up, is starved, hangs or is at its end', () => {
    const near = noisy(1);
    const lambda = (i: number) =>
      i < 100 ? 1.36 : i >= 300 && i < 400 ? 0.912 : i >= 500 && i < 520 ? 1.36 : near(0.95);
    const { times, ...rest } = ride(
      600,
      { rpm: () => 3000, supply: (i) => (i >= 200 && i < 250 ? 11.4 : 13.6) },
      lambda,
    );
    const doubts = names(plainDoubts({ times, ...rest }, rest.lambdas[0]?.values ?? new Float64Array()));
    expect(new Set(doubts.slice(0, 99))).toEqual(new Set(['warmingUp']));
    expect(new Set(doubts.slice(200, 250))).toEqual(new Set(['lowSupply']));
    expect(new Set(doubts.slice(300, 400))).toEqual(new Set(['stuck']));
    expect(new Set(doubts.slice(500, 520))).toEqual(new Set(['saturated']));
    expect(doubts.slice(120, 200).every((doubt) => doubt === 'believed')).toBe(true);
  });

  it('tells an idle that reads lean and steady from one that misses', () => {
    const judged = (sd: number) => {
      const near = noisy(2);
      const idles = (i: number) => i < 600;
      return judgeRun(
        ride(2000, { rpm: (i) => (idles(i) ? 1100 : 4000), opening: (i) => (idles(i) ? 0 : 0.2) }, (i) =>
          near(idles(i) ? 1.2 : 0.97, idles(i) ? sd : 0.006),
        ),
      ).sensors[0];
    };
    expect(judged(0.008)?.signature).toMatchObject({ is: 'leak' });
    expect(judged(0.08)?.signature).toMatchObject({ is: 'misses' });
    // What is not believed enters no mean.
    expect(judged(0.008)?.units.some(({ regime }) => regime === 'idle')).toBe(false);
    expect(judged(0.008)?.units.some(({ regime }) => regime === 'cruiseHigh' || regime === 'cruiseLow')).toBe(true);
  });

  it('reads free air before the engine runs', () => {
    const { sensors } = judgeRun(
      ride(400, { rpm: (i) => (i < 100 ? 0 : 1100), oxygen: (i) => (i < 100 ? 20.4 : 0.5) }, (i) =>
        i < 100 ? 1.6 : 0.95,
      ),
    );
    expect(sensors[0]?.freeAir).toMatchObject({ oxygenPercent: 20.4 });
    // 20.95 percent: US Standard Atmosphere 1976.
    expect(sensors[0]?.freeAir?.factor).toBeCloseTo(20.95 / 20.4, 2);
    expect(sensors[0]?.doubts[50]).toBe(doubtCode('engineOff'));
  });

  it('says nothing of an empty ride, and does not fall over', () => {
    const empty = judgeRun(ride(0, { rpm: () => 0 }, () => 1));
    expect(empty.stretches).toEqual([]);
    expect(empty.sensors[0]?.units).toEqual([]);
    expect(judgeRun(ride(50, {}, () => 0.95)).knownBy).toBe('nothing');
  });
});

describe('a marker', () => {
  const bursts = (i: number) => (i >= 300 && i < 345 && (i - 300) % 15 < 4 ? 0.4 : 0);

  it('is found where quick bursts begin at a stand', () => {
    const [marker] = markersOf(ride(1000, { rpm: () => 1100, opening: bursts }, () => 0.95));
    expect(marker?.bursts).toBe(3);
    expect(marker?.at).toBeCloseTo(30, 0);
  });

  it('is not two bursts, and not shifts under way', () => {
    expect(markersOf(ride(1000, { rpm: () => 1100, opening: (i) => (i < 330 ? bursts(i) : 0) }, () => 0.95))).toEqual(
      [],
    );
    expect(markersOf(ride(1000, { rpm: (i) => (i < 200 ? 1100 : 4000), opening: bursts }, () => 0.95))).toEqual([]);
  });

  it('lines runs up; a clock does in its stead; without either nothing does', () => {
    const plain = ride(10, {}, () => 1);
    const marker = { at: 30, deviation: 0.03, bursts: 3, by: 'throttle' } as const;
    expect(alignmentOf([plain, marker], [plain, { ...marker, at: 42 }])).toMatchObject({ by: 'marker', shift: 12 });
    expect(
      alignmentOf([{ ...plain, startedAt: 100 }, undefined], [{ ...plain, startedAt: 160 }, undefined]),
    ).toMatchObject({ by: 'clock', shift: -60 });
    expect(alignmentOf([plain, undefined], [plain, marker])).toMatchObject({
      by: 'nothing',
      deviation: Number.POSITIVE_INFINITY,
    });
  });
});

describe('stretches with another name', () => {
  const told = [
    { regime: 'idle', from: 0, to: 10 },
    { regime: 'cruiseLow', from: 10, to: 40 },
  ] as const;

  it('are laid over what the log tells, and taken away leave it as it was', () => {
    expect(
      relabelled(told, [{ from: 5, to: 20, as: 'justOffIdle' }]).map(({ regime, from, to, by }) => [
        regime,
        from,
        to,
        by,
      ]),
    ).toEqual([
      ['idle', 0, 5, 'log'],
      ['justOffIdle', 5, 20, 'hand'],
      ['cruiseLow', 20, 40, 'log'],
    ]);
    expect(relabelled(told, [])).toMatchObject(told);
  });

  it('cover all the time once, whatever is said', () => {
    const word = fc.record({
      from: fc.double({ min: -5, max: 45, noNaN: true }),
      to: fc.double({ min: -5, max: 45, noNaN: true }),
      as: fc.constantFrom('rollOn' as const, 'leftOut' as const),
    });
    fc.assert(
      fc.property(fc.array(word, { maxLength: 8 }), (words) => {
        const kept: readonly KeptStretch[] = relabelled(told, words);
        expect(kept[0]?.from).toBe(0);
        expect(kept.at(-1)?.to).toBe(40);
        expect(kept.slice(1).map(({ from }) => from)).toEqual(kept.slice(0, -1).map(({ to }) => to));
      }),
    );
  });
});

describe('sums', () => {
  const unit = (lambda: number, seconds = 10, opening = 0.2): Unit => ({
    regime: 'cruiseLow',
    lambda,
    seconds,
    opening,
    logRpm: 8,
    at: 0,
  });

  it('weigh by time, and know less from one stretch than from many', () => {
    expect(regimeMean([unit(0.9, 30), unit(1, 10)])?.lambda).toBeCloseTo(0.925);
    const few = regimeMean([unit(0.95), unit(0.96)])?.interval90 ?? 0;
    const many = regimeMean(Array.from({ length: 20 }, (_, i) => unit(0.95 + 0.01 * (i % 2))))?.interval90 ?? 1;
    expect(many).toBeLessThan(few / 2);
    expect(regimeMean([])).toBeUndefined();
  });

  it('have intervals that hold: pieces drawn about a mean, 400 draws', () => {
    const random = seededRandom(5);
    let held = 0;
    for (let draw = 0; draw < 400; draw += 1) {
      const mean = regimeMean(
        Array.from({ length: 8 }, () => unit(0.95 + 0.014 * random.normal(), 5 + 10 * random.uniform())),
      );
      if (mean !== undefined && Math.abs(mean.lambda - 0.95) < mean.interval90) held += 1;
    }
    // Nine in ten, within what 400 draws tell (three standard deviations are 4.5 %).
    expect(held / 400).toBeGreaterThan(0.85);
    expect(held / 400).toBeLessThan(0.95);
  });

  it('do not take another way of riding for another mixture', () => {
    const random = seededRandom(6);
    const ridden = (opening: number, apart: number) =>
      Array.from({ length: 12 }, () => {
        const here = opening + 0.04 * random.normal();
        return unit(0.95 + apart + 0.12 * (here - 0.2) + 0.004 * random.normal(), 10, here);
      });
    const same = differenceIn('cruiseLow', [ridden(0.15, 0), ridden(0.25, 0)], 'oneSensor');
    expect(Math.abs(same?.difference ?? 1)).toBeLessThan(0.008);
    const apart = differenceIn('cruiseLow', [ridden(0.15, 0), ridden(0.25, 0.03)], 'oneSensor');
    expect(apart?.difference).toBeCloseTo(0.03, 2);
    expect(apart?.chanceReal).toBeGreaterThan(0.95);
    // Two sensors differ by their own slopes: the same difference is less sure.
    expect(differenceIn('cruiseLow', [ridden(0.2, 0), ridden(0.2, 0.015)], 'twoSensors')?.chanceReal).toBeLessThan(0.7);
  });
});

const cell = (lambda: number) => ({
  lambda,
  interval90: 0.01,
  deviation: 0.006,
  seconds: 60,
  pieces: 5,
  stands: 'inside' as const,
  opening: Number.NaN,
});

/** A table of one or two cylinders with these lambdas, regime by regime. */
function table(
  of: Readonly<Partial<Record<keyof typeof USUAL_BANDS, readonly number[]>>>,
  difference?: number,
): RoadTable {
  const names = Object.keys(USUAL_BANDS) as (keyof typeof USUAL_BANDS)[];
  const count = Math.max(...names.map((name) => of[name]?.length ?? 0));
  const overall =
    difference === undefined
      ? undefined
      : {
          regime: 'all' as const,
          difference,
          interval90: 0.005,
          deviation: 0.003,
          chanceReal: 0.99,
          between: [0, 1] as const,
        };
  return {
    columns: Array.from({ length: count }, (_, c) => ({
      cylinders: [String(c + 1)],
      units: [],
      tipIn: undefined,
    })),
    rows: names.flatMap((regime) =>
      of[regime] === undefined
        ? []
        : [{ regime, band: USUAL_BANDS[regime], cells: (of[regime] ?? []).map(cell), difference: undefined }],
    ),
    overall,
    comparedBy: 'oneSensor',
    collectorOnly: false,
  };
}

const GOOD = {
  idle: [0.965],
  justOffIdle: [0.955],
  cruiseLow: [0.98],
  cruiseHigh: [0.98],
  rollOn: [0.9],
  fullLoad: [0.865],
} as const;

describe('the part to change', () => {
  const first = (of: Parameters<typeof table>[0], family: Family = 'slide') =>
    changesFor(table({ ...GOOD, ...of }), { family })[0];

  it('is none where all is as it should be', () => {
    expect(first({})).toBeUndefined();
  });

  it('is named by where the ride is out, with its direction', () => {
    // The idle is right and the first opening lean: the screw alone cannot do both (common practice, no source).
    expect(first({ justOffIdle: [1.05] })).toMatchObject({ part: 'pilotJet' });
    expect(first({ justOffIdle: [1.05] })?.steps).toBeGreaterThan(0);
    expect(first({ fullLoad: [0.79] })).toMatchObject({ part: 'mainJet' });
    expect(first({ fullLoad: [0.79] })?.steps).toBeLessThan(0);
    expect(first({ cruiseHigh: [0.9], rollOn: [0.82], cruiseLow: [0.94] })?.part).toBe('needle');
    expect(first({ idle: [0.88] })?.part).toBe('idleScrew');
  });

  it('is one that the kind of carburetor has', () => {
    for (const family of Object.keys(METERING) as Family[]) {
      const change = first({ fullLoad: [0.97], rollOn: [0.99], cruiseHigh: [1.05] }, family);
      expect(METERING[family].map(({ part }) => part)).toContain(change?.part);
      expect(change?.steps).toBeGreaterThan(0);
    }
  });

  it('is one cylinder’s alone only where the two truly differ', () => {
    const rides = {
      idle: [0.965, 0.965],
      justOffIdle: [0.955, 0.955],
      cruiseLow: [0.98, 0.98],
      rollOn: [0.9, 0.9],
      fullLoad: [0.865, 0.78],
    };
    expect(changesFor(table(rides), { family: 'slide' })[0]?.isEveryCylinder).not.toBe(false);
    expect(changesFor(table(rides, -0.085), { family: 'slide' })[0]).toMatchObject({
      part: 'mainJet',
      cylinders: ['2'],
      isEveryCylinder: false,
    });
  });

  it('says what it does to every other regime', () => {
    const change = first({ fullLoad: [0.79] });
    expect(change?.expected.map(({ regime }) => regime)).toEqual(Object.keys(GOOD));
    const full = change?.expected.find(({ regime }) => regime === 'fullLoad');
    const idle = change?.expected.find(({ regime }) => regime === 'idle');
    expect(full?.expected).toBeGreaterThan(0.82);
    expect(idle?.expected).toBeCloseTo(0.965, 3);
    expect(full?.deviation).toBeGreaterThan(idle?.deviation ?? 1);
  });

  it('warns before a lean full load, the coldest day and a lean first opening', () => {
    const is = (of: Parameters<typeof table>[0], season?: Parameters<typeof cautionsOf>[2]) =>
      cautionsOf(table({ ...GOOD, ...of }), undefined, season).map((each) => each.is);
    expect(is({ fullLoad: [0.94] })).toEqual(['leanAtFullLoad']);
    expect(is({ justOffIdle: [1.04] })).toEqual(['leanOffIdle']);
    expect(is({ fullLoad: [0.9] })).toEqual([]);
    // The root of 298.15/263.15 is 1.064: 0.9 becomes 0.958.
    expect(is({ fullLoad: [0.9] }, { ridden: 25, coldest: -10 })).toEqual(['coldestDay']);
  });
});

describe('metering', () => {
  it('shares lie between none and all, and steady parts cover every opening', () => {
    for (const family of Object.values(METERING))
      for (let k = 0; k <= 20; k += 1) {
        const shares = family.map((part) => shareAt(part, k / 20));
        expect(Math.min(...shares)).toBeGreaterThanOrEqual(0);
        expect(Math.max(...shares)).toBeLessThanOrEqual(1);
        expect(Math.max(...shares)).toBeGreaterThan(0.25);
      }
  });

  it('a jet’s flow goes with its area', () => {
    const main = METERING.slide.find(({ part }) => part === 'mainJet');
    if (main === undefined) throw new Error('no main jet');
    // From 125 to 127.5: the squares' ratio is 1.0404.
    expect(Math.exp(stepEffect(main, 1, { jet: 125 }).log)).toBeCloseTo(1.0404, 2);
    expect(stepEffect(main, 1, { jet: 250 }).log).toBeLessThan(stepEffect(main, 1, { jet: 100 }).log);
    expect(afterChange(0.9, 1, { log: Math.log(1.1), deviation: 0 }).lambda).toBeCloseTo(0.9 / 1.1);
  });
});

describe('a prediction', () => {
  const before = table({ ...GOOD, fullLoad: [0.79] });
  const change = changesFor(before, { family: 'slide' })[0];
  if (change === undefined) throw new Error('no change');
  const expectedFull = change.expected.find(({ regime }) => regime === 'fullLoad')?.expected ?? 0;
  const judged = (fullLoad: number, learned?: LearnedStep) =>
    judgePrediction(change, table({ ...GOOD, fullLoad: [fullLoad] }), learned);

  it('that comes true is as expected, and its doubt shrinks', () => {
    const told = judged(expectedFull);
    expect(told?.verdict).toBe('asExpected');
    expect(told?.cells.every(({ held }) => held)).toBe(true);
    expect(told?.learned.factor).toBeCloseTo(1, 1);
    expect(told?.learned.deviation).toBeLessThan(0.3);
  });

  it('that does half, or the other way, is told so and is learned from', () => {
    expect(judged(0.79 + 0.35 * (expectedFull - 0.79))).toMatchObject({ verdict: 'lessThanExpected' });
    expect(judged(0.76)).toMatchObject({ verdict: 'otherWay' });
    const half = judged((0.79 + expectedFull) / 2)?.learned;
    expect(half?.factor).toBeLessThan(0.75);
    // Twice the steps are wanted of what does half.
    const again = changesFor(before, { family: 'slide', learned: half === undefined ? [] : [half] })[0];
    expect(Math.abs(again?.steps ?? 0)).toBeGreaterThan(Math.abs(change.steps));
  });

  it('is not judged by a log without its regimes', () => {
    expect(judgePrediction(change, table({}))).toBeUndefined();
  });
});

describe('what rich costs', () => {
  it('is nothing at lambda 1, a range below it', () => {
    expect(richCost(table({ cruiseLow: [1.05] }))?.fuel.high).toBe(0);
    const rich = richCost(table({ cruiseLow: [0.85], cruiseHigh: [0.85] }));
    expect(rich?.fuel.low).toBeLessThan(rich?.fuel.high ?? 0);
    expect(rich?.fuel.high).toBeCloseTo(0.11, 1);
    expect(rich?.life.low).toBeLessThan(rich?.life.high ?? 0);
    expect(richCost(table({}))).toBeUndefined();
  });
});
