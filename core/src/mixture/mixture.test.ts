import fc from 'fast-check';
import { Matrix } from 'ml-matrix';
import { describe, expect, it } from 'vitest';
import type { Bare, JobEvent } from '../job';
import { decide } from '../job';
import { ARCHETYPES, type Setup } from '../setup';
import { idOf } from '../testing/jobs';
import {
  asFound,
  believed,
  circuitsOf,
  drawnShares,
  type Mixture,
  mixtureFindings,
  mixtureLayout,
  mixtureOf,
  mixtureOutlook,
  mixturePrior,
  slotShownMm,
  standOf,
} from './index';
import {
  colourAnswers,
  colourChance,
  liftAnswers,
  liftChance,
  plugChance,
  sensorDensity,
  warmthChance,
} from './likelihoods';
import { mixtureEvidence } from './mixtureEvidence';
import { leaned, turned, turnsToLean } from './move';
import { BEST_TORQUE_LAMBDA, torqueLack } from './torque';
import { varianceAlong, weigh, withMoments } from './update';

const AT = '2026-01-01T00:00:00.000Z';
const PLAN = {
  kind: 'mixturePlan',
  instruments: ['sensor', 'colour', 'lift', 'tachometer'],
  sensor: 'carried',
  rule: { by: 'lambda', target: 0.95 },
  fuel: { ethanol: 0, methanol: 0 },
  ignition: 'modest',
  order: 'mixtureOnly',
} as const satisfies Bare;

function logOf(setup: Setup, ...proposals: readonly Bare[]): readonly JobEvent[] {
  const all: readonly Bare[] = [{ kind: 'opened', machine: 'Heron', complaint: '', setup }, ...proposals];
  const events: JobEvent[] = [];
  for (const proposal of all) {
    const decision = decide(events, { ...proposal, id: idOf(events.length + 1), at: AT });
    if (decision.outcome === 'refused') throw new Error(decision.refusal);
    events.push(decision.event);
  }
  return events;
}

function known(setup: Setup, ...proposals: readonly Bare[]): Mixture {
  const mixture = mixtureOf(setup, logOf(setup, PLAN, ...proposals));
  if (mixture === undefined) throw new Error('there is a plan');
  return mixture;
}

const sensor = (
  exhaust: string,
  lambda: number,
  more: { readonly flutter?: number; readonly supplyV?: number } = {},
): Bare => ({
  kind: 'mixtureSeen',
  seen: {
    how: 'sensor',
    figures: [{ exhaust, lambda, ...(more.flutter === undefined ? {} : { flutter: more.flutter }) }],
    ...(more.supplyV === undefined ? {} : { supplyV: more.supplyV }),
  },
});
const colour = (cylinder: string, named: 'yellow' | 'cleanBlue' | 'pale' | 'misses'): Bare => ({
  kind: 'mixtureSeen',
  seen: { how: 'colour', cylinder, colour: named, when: 'idle' },
});
const turn = (adjuster: string, turns: number): Bare => ({ kind: 'move', adjuster, turns });
const speed = (rpm: number): Bare => ({ kind: 'responded', answer: { by: 'tachometer', rpm, uncertaintyRpm: 2 } });
const standAt = (mixture: Mixture, place: number) => {
  const circuit = mixture.layout.circuits[place];
  if (circuit === undefined) throw new Error(`no circuit ${place}`);
  return standOf(mixture, believed(mixture), circuit);
};
const { vTwin, siamesedFour, fourBarrel, twoStrokeTwin, flatFour } = ARCHETYPES;

describe('the state', () => {
  // Saerkkae (2013), theorem 4.2: a normal figure seen with normal noise.
  it('takes in a normal likelihood as the Kalman filter does', () => {
    const state = {
      mean: [0.2, -0.1],
      covariance: new Matrix([
        [0.04, 0.01],
        [0.01, 0.09],
      ]),
    };
    const direction = new Map([
      [0, 1],
      [1, 0.5],
    ]);
    const noise = 0.02;
    const seen = 0.5;
    const value = 0.2 - 0.05;
    const after = weigh(state, { value, direction }, (x) => -0.5 * ((seen - x) / noise) ** 2);
    const variance = varianceAlong(state.covariance, direction);
    const gain = [(0.04 + 0.005) / (variance + noise ** 2), (0.01 + 0.045) / (variance + noise ** 2)];
    expect(after.state.mean[0]).toBeCloseTo(0.2 + (gain[0] ?? 0) * (seen - value), 4);
    expect(after.state.mean[1]).toBeCloseTo(-0.1 + (gain[1] ?? 0) * (seen - value), 4);
    expect(varianceAlong(after.state.covariance, direction)).toBeCloseTo(
      (variance * noise ** 2) / (variance + noise ** 2),
      5,
    );
  });

  it('is left alone by moments that it has already', () => {
    const state = {
      mean: [1, 2, 3],
      covariance: new Matrix([
        [1, 0.2, 0.1],
        [0.2, 2, 0.3],
        [0.1, 0.3, 1.5],
      ]),
    };
    const same = withMoments(state, [new Map([[0, 1]]), new Map([[2, 1]])], {
      mean: [1, 3],
      covariance: state.covariance.selection([0, 2], [0, 2]),
    });
    expect(same.mean).toEqual([1, 2, 3]);
    expect(Matrix.sub(same.covariance, state.covariance).norm()).toBeLessThan(1e-12);
  });

  it('has every cylinder draw all of what it burns', () => {
    for (const setup of Object.values(ARCHETYPES))
      for (const shares of drawnShares(setup)) expect(shares.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
  });

  it('believes sisters’ screws alike before one was turned, and is no surer than that', () => {
    const layout = mixtureLayout(vTwin);
    const { covariance } = mixturePrior(layout, { sensor: 'each' });
    const [a, b] = [layout.gain(0), layout.gain(1)];
    const together = covariance.get(a, b) / covariance.get(a, a);
    expect(together).toBeGreaterThan(0.3);
    expect(together).toBeLessThan(0.9);
  });
});

describe('torque against lambda', () => {
  // Heywood (1988), fig. 15-1, from memory: best a tenth rich, some 3 % less at lambda 1, a fifth less at 1.2.
  it('is best a tenth rich and falls with the fuel on the lean side', () => {
    expect(torqueLack(BEST_TORQUE_LAMBDA)).toBeCloseTo(0, 3);
    expect(torqueLack(1)).toBeCloseTo(0.03, 2);
    expect(torqueLack(1.2)).toBeCloseTo(0.2, 2);
    for (let lambda = 0.92; lambda < 1.45; lambda += 0.01)
      expect(torqueLack(lambda + 0.01)).toBeGreaterThan(torqueLack(lambda) - 1e-9);
    for (let lambda = 0.88; lambda > 0.55; lambda -= 0.01)
      expect(torqueLack(lambda - 0.01)).toBeGreaterThan(torqueLack(lambda) - 1e-9);
  });
});

describe('a turn', () => {
  it('is planned by the inverse of what it does', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -3, max: -1, noNaN: true }),
        fc.double({ min: -0.3, max: 0.3, noNaN: true }),
        (gain, change) => {
          expect(leaned(gain, turnsToLean(gain, change)).change).toBeCloseTo(change, 6);
        },
      ),
    );
  });

  it('in of a fuel screw leans its own throat, and of a jet nut enriches it', () => {
    const leaner = known(vTwin, turn('M1', 0.5));
    expect(standAt(leaner, 0).lambda).toBeGreaterThan(standAt(known(vTwin), 0).lambda);
    expect(standAt(leaner, 1).lambda).toBeCloseTo(standAt(known(vTwin), 1).lambda, 1);
    const richer = known(siamesedFour, turn('M1', 0.5));
    expect(standAt(richer, 0).lambda).toBeLessThan(standAt(known(siamesedFour), 0).lambda);
  });

  it('of a throttle stop makes every mixture less sure and none leaner', () => {
    const layout = mixtureLayout(vTwin);
    const before = mixturePrior(layout, {});
    const after = turned(layout, before, { adjuster: 'A', turns: 1 });
    expect(after.mean).toEqual(before.mean);
    expect(after.covariance.get(0, 0)).toBeGreaterThan(after.covariance.get(1, 1));
    expect(after.covariance.get(1, 1)).toBeGreaterThan(before.covariance.get(1, 1));
  });
});

describe('words', () => {
  it('share out all of the chance among their answers', () => {
    for (let x = -0.5; x < 0.5; x += 0.05) {
      for (const all of [colourAnswers(x), liftAnswers(x)]) expect(all.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 6);
      const warm = (['colder', 'alike', 'hotter'] as const).reduce((sum, word) => sum + warmthChance(word, x), 0);
      expect(warm).toBeCloseTo(1, 1);
    }
  });

  // Common practice, no source: yellow is rich, clean blue right, pale lean; a lift that stays up is rich, one that falls lean.
  it('mean what practitioners say they mean', () => {
    expect(colourChance('cleanBlue', 'idle', Math.log(0.97))).toBeGreaterThan(
      colourChance('yellow', 'idle', Math.log(0.97)),
    );
    expect(colourChance('yellow', 'idle', Math.log(0.82))).toBeGreaterThan(
      colourChance('cleanBlue', 'idle', Math.log(0.82)),
    );
    expect(colourChance('misses', 'idle', Math.log(1.5))).toBeGreaterThan(
      colourChance('misses', 'idle', Math.log(0.95)),
    );
    expect(liftChance('risesAndStays', Math.log(0.8))).toBeGreaterThan(0.9);
    expect(liftChance('falls', Math.log(1.1))).toBeGreaterThan(0.8);
    expect(plugChance('sooty', Math.log(0.75))).toBeGreaterThan(0.8);
  });

  it('of a sensor whose cycles miss are a bound and no figure', () => {
    const missed = { shown: 1.15, doubt: 0.006, missing: 0.85, leanBy: 0.15 };
    expect(sensorDensity(missed, Math.log(0.92))).toBeCloseTo(sensorDensity(missed, Math.log(1)), 2);
    expect(sensorDensity(missed, Math.log(1.3))).toBeLessThan(0.1 * sensorDensity(missed, Math.log(0.92)));
    const sound = { ...missed, missing: 0.03 };
    expect(sensorDensity(sound, Math.log(1.15))).toBeGreaterThan(20 * sensorDensity(sound, Math.log(0.92)));
  });
});

describe('what is known of a mixture', () => {
  it('is nothing without a plan, and refuses one where no screw sets it', () => {
    expect(mixtureOf(vTwin, logOf(vTwin))).toBeUndefined();
    expect(() => logOf(ARCHETYPES.twin, PLAN)).toThrow('noMixtureScrew');
    expect(() => logOf(vTwin, { ...PLAN, fuel: { ethanol: 0.8, methanol: 0.4 } })).toThrow('noSuchFuel');
    expect(() => logOf(vTwin, PLAN, sensor('7', 1))).toThrow('noSuchExhaust');
  });

  it('follows a sensor, less so one that is short of volts, and undoes it', () => {
    const good = standAt(known(vTwin, sensor('1', 1.03)), 0);
    expect(good.lambda).toBeCloseTo(1.03, 1);
    expect(good.doubt).toBeLessThan(0.02);
    const starved = standAt(known(vTwin, sensor('1', 1.03, { supplyV: 10.5 })), 0);
    expect(starved.doubt).toBeGreaterThan(2 * good.doubt);
    const log = logOf(vTwin, PLAN, sensor('1', 1.03));
    const undone = mixtureOf(vTwin, [
      ...log,
      { kind: 'undone', event: log.at(-1)?.id ?? '', id: idOf(90), at: AT, seq: 4, version: 1 },
    ]);
    expect(undone && standAt(undone, 0).doubt).toBeGreaterThan(0.1);
  });

  it('does not follow a two-stroke’s sensor onto the seat: it misses at idle, and reads lean', () => {
    const drowned = standAt(
      known(twoStrokeTwin, sensor('1', 1.2, { flutter: 0.4 }), sensor('1', 1.2, { flutter: 0.4 })),
      0,
    );
    expect(drowned.lambda).toBeLessThan(1.05);
    expect(drowned.doubt).toBeGreaterThan(0.08);
  });

  it('certifies nothing but the mean by a sensor where all exhausts meet', () => {
    const mean = known(vTwin, { ...PLAN, sensor: 'collector' }, sensor('collector', 0.95));
    expect(standAt(mean, 0).chance).toBeLessThan(0.4);
    expect(mixtureOutlook(mean).next).not.toBeUndefined();
  });

  it('finds where a screw stands on the hill from speeds on both sides, whatever the idle itself', () => {
    // A hill of its own: turns leaner against lambda by 0.11 each, speed by the textbook's torque, of one cylinder in two.
    const at = (leaner: number) => 980 * (1 - 0.7 * 0.5 * torqueLack(0.87 * Math.exp(0.11 * leaner)));
    const climb = [0.5, 0.5, 0.5, 0.5].flatMap((by, i, all) => {
      const now = all.slice(0, i + 1).reduce((a, b) => a + b, 0);
      return [turn('M1', by), speed(at(now))];
    });
    const mixture = known(vTwin, { ...PLAN, rule: { by: 'leanBest' } }, speed(at(0)), ...climb);
    const truth = 0.87 * Math.exp(0.11 * 2);
    const { lambda, doubt } = standAt(mixture, 0);
    expect(Math.abs(lambda - truth)).toBeLessThan(0.08);
    expect(doubt).toBeLessThan(0.1);
  });

  it('begins another screw’s sweep without a speed from before the last turn', () => {
    const planned = { ...PLAN, rule: { by: 'leanBest' } } as const;
    expect(known(vTwin, planned, speed(980), turn('M1', 0.5), turn('M2', 0.5)).sweep?.points).toEqual([]);
    const read = known(vTwin, planned, speed(980), turn('M1', 0.5), speed(970), turn('M2', 0.5)).sweep;
    expect(read?.points.map(({ rpm }) => rpm)).toEqual([970]);
  });

  it('aims leaner where one circuit of many moves the speed little', () => {
    const alone = known(vTwin, { ...PLAN, rule: { by: 'leanBest' } });
    const many = known(ARCHETYPES.sideDraughtSix, { ...PLAN, rule: { by: 'leanBest' } });
    expect(standAt(many, 0).target).toBeGreaterThan(standAt(alone, 0).target);
  });

  it('says what it was as found, the turns taken back', () => {
    const mixture = known(vTwin, sensor('1', 0.86), turn('M1', 0.5), sensor('1', 0.92));
    expect(asFound(mixture)[0]?.lambda).toBeCloseTo(0.86, 1);
  });
});

describe('what no screw cures', () => {
  const kinds = (mixture: Mixture) => mixtureFindings(mixture).map(({ is, throat }) => `${is} ${throat}`);

  it('is a contradiction, said and not averaged, with the tests that would tell', () => {
    const mixture = known(vTwin, sensor('1', 1.18), colour('1', 'yellow'));
    const found = mixtureFindings(mixture).find(({ is }) => is === 'contradiction');
    expect(found).toMatchObject({ throat: '1', leaner: { by: 'sensor' }, richer: { by: 'colour' } });
    expect(found?.is === 'contradiction' && found.tests).toContain('exhaustJoints');
    expect(kinds(known(vTwin, sensor('1', 0.97), colour('1', 'cleanBlue')))).toEqual([]);
    expect(mixtureEvidence(mixture)).toContainEqual({
      kind: 'observed',
      observation: 'sensorLean',
      place: undefined,
      seen: true,
    });
  });

  it('is a cylinder that misses', () => {
    expect(kinds(known(vTwin, colour('2', 'misses')))).toContain('misses 2');
    expect(kinds(known(vTwin, sensor('2', 1.3, { flutter: 0.4 })))).toContain('misses 2');
  });

  it('is a screw without effect, with how much of the slot its stops have uncovered', () => {
    const mixture = known(
      vTwin,
      turn('A', 1),
      sensor('1', 1.0),
      turn('M1', -0.5),
      sensor('1', 1.0),
      turn('M1', -0.5),
      sensor('1', 1.0),
    );
    expect(kinds(mixture)).toContain('noEffect 1');
    expect(slotShownMm(mixture, '1')).toBeGreaterThan(1.1);
    expect(slotShownMm(known(twoStrokeTwin), '1')).toBeUndefined();
    expect(mixtureEvidence(mixture)).toContainEqual({
      kind: 'observed',
      observation: 'screwDead',
      place: '1',
      seen: true,
    });
  });

  it('is a screw that ends far from its sisters, and one at its end', () => {
    const six = known(ARCHETYPES.sideDraughtSix, turn('M2', 1.25));
    expect(kinds(six)).toContain('farFromSisters 2');
    const lean = known(vTwin, turn('M1', -4), sensor('1', 1.15), sensor('1', 1.15));
    expect(kinds(lean)).toContain('outOfReach 1');
    expect(mixtureEvidence(lean)).toContainEqual({
      kind: 'observed',
      observation: 'leanAtEnd',
      place: '1',
      seen: true,
    });
  });

  it('is a pilot jet where the idle is right and the first opening lean', () => {
    const first: Bare = { kind: 'mixtureSeen', seen: { how: 'firstOpening', exhaust: '1', lambda: 1.06 } };
    const free: Bare = { kind: 'mixtureSeen', seen: { how: 'freeAir', oxygenPercent: 20.95 } };
    expect(kinds(known(vTwin, free, sensor('1', 0.95), first))).toContain('firstOpeningLean 1');
    expect(kinds(known(vTwin, free, sensor('1', 1.05), first))).not.toContain('firstOpeningLean 1');
  });

  it('is a cylinder that its sister robs', () => {
    const mixture = known(flatFour, sensor('1', 0.9), sensor('2', 1.03), sensor('1', 0.9), sensor('2', 1.03));
    expect(mixtureFindings(mixture)).toContainEqual(expect.objectContaining({ is: 'sistersUnlike', cylinder: '2' }));
  });
});

describe('the next step', () => {
  it('is a count of every screw, then base turns for one that is far from them, then a look', () => {
    const first = mixtureOutlook(known(vTwin)).next;
    expect(first).toEqual({ do: 'count', adjuster: 'M1' });
    const count = (adjuster: string, fromSeat: number): Bare => ({
      kind: 'mixtureSeen',
      seen: { how: 'turns', adjuster, fromSeat },
    });
    const based = mixtureOutlook(known(vTwin, count('M1', 0.5), count('M2', 2))).next;
    expect(based).toMatchObject({ do: 'turn', adjuster: 'M1', turns: -1.5, way: 'richer', purpose: 'base' });
    const checked = mixtureOutlook(known(vTwin, count('M1', 2), count('M2', 2))).next;
    expect(checked).toMatchObject({ do: 'freeAir' });
  });

  it('gives a dead engine fuel before it is opened', () => {
    const uncounted = (adjuster: string): Bare => ({
      kind: 'mixtureSeen',
      seen: { how: 'turns', adjuster, fromSeat: null },
    });
    const dead = known(vTwin, uncounted('M1'), uncounted('M2'), { kind: 'stalled', seen: 'byPerson' });
    expect(mixtureOutlook(dead).next).toMatchObject({ do: 'turn', way: 'richer', purpose: 'alive' });
  });

  it('never turns past a seat or an end', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.boolean(), fc.double({ min: 0.7, max: 1.4, noNaN: true })), { maxLength: 8 }),
        (all) => {
          let log = logOf(vTwin, PLAN);
          for (const [isFirst, lambda] of all) {
            const mixture = mixtureOf(vTwin, log);
            const step = mixture && mixtureOutlook(mixture).next;
            const proposal: Bare =
              step?.do === 'turn' ? turn(step.adjuster, step.turns) : sensor(isFirst ? '1' : '2', lambda);
            const decision = decide(log, { ...proposal, id: idOf(log.length + 1), at: AT });
            // A log refuses a turn beyond range.
            expect(decision.outcome).toBe('accepted');
            if (decision.outcome === 'accepted') log = [...log, decision.event];
          }
        },
      ),
      { numRuns: 25 },
    );
  });

  it('goes round all cylinders of a throat with one sensor: one of them is not the others', () => {
    const counted = (adjuster: string): Bare => ({
      kind: 'mixtureSeen',
      seen: { how: 'turns', adjuster, fromSeat: 2 },
    });
    const free: Bare = { kind: 'mixtureSeen', seen: { how: 'freeAir', oxygenPercent: 20.95 } };
    const one = { ...PLAN, instruments: ['sensor'] } as const satisfies Bare;
    const before = [one, counted('M1'), counted('M2'), free] as const;
    const first = mixtureOutlook(known(flatFour, ...before)).next;
    expect(first).toMatchObject({ do: 'look', instrument: 'sensor' });
    const [place = ''] = first?.do === 'look' ? first.places : [];
    const second = mixtureOutlook(known(flatFour, ...before, sensor(place, 0.94))).next;
    expect(second).toMatchObject({ do: 'look', instrument: 'sensor' });
    expect(second?.do === 'look' && second.places[0]).not.toBe(place);
  });

  it('keeps the screws of one plenum together, for nothing tells them apart', () => {
    const lean = circuitsOf(fourBarrel).map(
      ({ throat }): Bare => ({ kind: 'mixtureSeen', seen: { how: 'turns', adjuster: `M${throat}`, fromSeat: 2 } }),
    );
    const free: Bare = { kind: 'mixtureSeen', seen: { how: 'freeAir', oxygenPercent: 20.95 } };
    let proposals: readonly Bare[] = [...lean, free];
    const turnedBy = new Map<string, number>();
    for (let i = 0; i < 40; i += 1) {
      const step = mixtureOutlook(known(fourBarrel, { ...PLAN, instruments: ['sensor'] }, ...proposals)).next;
      if (step?.do === 'turn') {
        turnedBy.set(step.adjuster, (turnedBy.get(step.adjuster) ?? 0) + step.turns);
        proposals = [...proposals, turn(step.adjuster, step.turns)];
      } else
        proposals = [
          ...proposals,
          sensor(step?.do === 'look' ? (step.places[0] ?? '1') : '1', 1.1 - 0.01 * turnedBy.size),
        ];
    }
    expect(turnedBy.size).toBeGreaterThan(2);
  });
});
