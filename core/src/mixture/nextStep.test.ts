import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Bare, foldJob } from '../job';
import { type Adjuster, ARCHETYPES } from '../setup';
import { append } from '../testing/jobs';
import { count, known, logOf, PLAN, sensor, speed, turn } from '../testing/mixtureLogs';
import { circuitsOf, mixtureOf, mixtureOutlook } from './index';

const { vTwin, fourBarrel, twoStrokeTwin, flatFour } = ARCHETYPES;
const stalled: Bare = { kind: 'stalled', seen: 'byPerson' };
const free: Bare = { kind: 'mixtureSeen', seen: { how: 'freeAir', oxygenPercent: 20.95 } };

describe('the next step', () => {
  it('is a count of every screw, then base turns where nothing shows a figure, else a look', () => {
    const first = mixtureOutlook(known(vTwin)).next;
    expect(first).toEqual({ do: 'count', adjuster: 'M1' });
    const far = [count('M1', 0.5), count('M2', 2)];
    const bySpeed = { ...PLAN, instruments: ['tachometer'], rule: { by: 'leanBest' } } as const satisfies Bare;
    const based = mixtureOutlook(known(vTwin, bySpeed, ...far)).next;
    expect(based).toMatchObject({ do: 'turn', adjuster: 'M1', turns: -1.5, way: 'richer', purpose: 'base' });
    // A sensor says which way the screw should go, and how far.
    expect(mixtureOutlook(known(vTwin, ...far)).next).toMatchObject({ do: 'freeAir' });
  });

  it('is base turns on a two-stroke whatever shows a figure: at idle it shows misses', () => {
    const far = [count('M1', 0.5), count('M2', 1.5)];
    expect(mixtureOutlook(known(twoStrokeTwin, ...far)).next).toMatchObject({ do: 'turn', purpose: 'base' });
  });

  it('gives a dead engine fuel before it is opened, then asks whether it runs', () => {
    const dead = [count('M1', null), count('M2', null), stalled];
    const step = mixtureOutlook(known(vTwin, ...dead)).next;
    expect(step).toMatchObject({ do: 'turn', way: 'richer', purpose: 'alive' });
    if (step?.do !== 'turn') return;
    const given = [...dead, turn(step.adjuster, step.turns)];
    expect(mixtureOutlook(known(vTwin, ...given)).next?.do).not.toBe('turn');
    // A speed of nothing is as good a word.
    for (const still of [stalled, speed(0)])
      expect(mixtureOutlook(known(vTwin, ...given, still)).next).toMatchObject({ do: 'turn', purpose: 'alive' });
  });

  it('takes an engine to stand after a speed of nothing, and whatever is seen of one that stands', () => {
    const stands = (...seen: readonly Bare[]) => ({
      job: foldJob(logOf(vTwin, PLAN, ...seen))?.isStopped,
      mixture: known(vTwin, ...seen).stoodStill > 0,
    });
    const plug: Bare = { kind: 'mixtureSeen', seen: { how: 'plug', cylinder: '1', colour: 'sooty' } };
    for (const still of [[stalled], [speed(120)], [stalled, plug], [stalled, count('M1', 2)], [stalled, free]])
      expect(stands(...still)).toEqual({ job: true, mixture: true });
    for (const alive of [
      [stalled, speed(160)],
      [stalled, sensor('1', 0.95)],
    ])
      expect(stands(...alive)).toEqual({ job: false, mixture: false });
  });

  it('gives fuel to a cylinder that does not burn, and takes it from one that is drowned', () => {
    const counted = [count('M1', 2), count('M2', 2), free];
    const starved = known(vTwin, ...counted, sensor('2', 0.95), sensor('1', 4.9, { flutter: 0.1 }));
    expect(mixtureOutlook(starved).next).toMatchObject({ adjuster: 'M1', way: 'richer', purpose: 'alive' });
    const drowned = known(
      vTwin,
      ...counted,
      sensor('2', 0.95),
      sensor('1', 0.7, { flutter: 0.005 }),
      turn('M1', -0.75),
      sensor('2', 0.95),
      sensor('1', 4.9, { flutter: 0.1 }),
    );
    expect(mixtureOutlook(drowned).next).toMatchObject({ adjuster: 'M1', way: 'leaner', purpose: 'alive' });
  });

  it('is base turns on an engine that stands by itself, whatever could show a figure', () => {
    const stands = [count('M1', 3.25), count('M2', 2), stalled] as const;
    expect(mixtureOutlook(known(vTwin, ...stands)).next).toMatchObject({
      adjuster: 'M1',
      turns: 1.25,
      purpose: 'base',
    });
  });

  it('blames no fuel that was given to a cylinder that did not burn', () => {
    const dead = [free, count('M1', 2), count('M2', 2), sensor('2', 0.95), sensor('1', 4.9, { flutter: 0.1 })] as const;
    expect(known(vTwin, ...dead, turn('M1', -0.375), stalled)).toMatchObject({ isToBlame: false, diesBeyond: {} });
    const burning = [free, count('M1', 2), count('M2', 2), sensor('1', 0.95, { flutter: 0.005 })] as const;
    expect(known(vTwin, ...burning, turn('M1', -1), stalled)).toMatchObject({
      isToBlame: true,
      diesBeyond: { M1: { out: -0.5 } },
    });
  });

  it('goes half as far as killed the engine, and gives up on one that no fuel wakes', () => {
    const counted = [{ ...PLAN, instruments: ['sensor'] } satisfies Bare, count('M1', 2), count('M2', 2), free];
    const rich = sensor('1', 0.72, { flutter: 0.005 });
    const died = [...counted, sensor('2', 0.95), rich, turn('M1', 1), stalled];
    const again = mixtureOutlook(known(vTwin, ...died, turn('M1', -1), sensor('2', 0.95), rich)).next;
    expect(again).toMatchObject({ do: 'turn', adjuster: 'M1', way: 'leaner' });
    expect(again?.do === 'turn' && again.turns).toBeLessThanOrEqual(0.5);
    let log: readonly Bare[] = [...counted, stalled];
    for (let i = 0; i < 20; i += 1) {
      const step = mixtureOutlook(known(vTwin, ...log)).next;
      if (step?.do !== 'turn') break;
      log = [...log, turn(step.adjuster, step.turns), stalled];
    }
    expect(mixtureOutlook(known(vTwin, ...log)).next).toBeUndefined();
    expect(mixtureOutlook(known(vTwin, ...log)).untold).toEqual(['1', '2']);
  });

  it('reads a speed twice where a screw stands: turns are dearer than seconds', () => {
    const plan = { ...PLAN, instruments: ['tachometer'], rule: { by: 'leanBest' } } satisfies Bare;
    const begun = [plan, count('M1', 2), count('M2', 2), speed(980), turn('M1', 0.25)];
    const again = mixtureOutlook(known(vTwin, ...begun, speed(975))).next;
    expect(again).toMatchObject({ do: 'look', instrument: 'tachometer' });
    expect(mixtureOutlook(known(vTwin, ...begun, speed(975), speed(977))).next).toMatchObject({ do: 'turn' });
  });

  it('turns a thirty-second where a sixteenth would go past', () => {
    const strong = known(
      vTwin,
      { ...PLAN, instruments: ['sensor'] },
      count('M1', 2),
      count('M2', 2),
      free,
      sensor('2', 0.95),
      sensor('1', 0.86),
      turn('M1', 0.125),
      sensor('1', 0.93, { flutter: 0.005 }),
      sensor('2', 0.95),
    );
    expect(mixtureOutlook(strong).next).toMatchObject({ do: 'turn', adjuster: 'M1', turns: 1 / 32 });
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
            // A log refuses a turn beyond range: to add it would throw.
            log = append(log, proposal);
          }
        },
      ),
      { numRuns: 25 },
    );
  });

  it('goes round all cylinders of a throat with one sensor: one of them is not the others', () => {
    const one = { ...PLAN, instruments: ['sensor'] } as const satisfies Bare;
    const before = [one, count('M1', 2), count('M2', 2), free] as const;
    const first = mixtureOutlook(known(flatFour, ...before)).next;
    expect(first).toMatchObject({ do: 'look', instrument: 'sensor' });
    const [place = ''] = first?.do === 'look' ? first.places : [];
    const second = mixtureOutlook(known(flatFour, ...before, sensor(place, 0.94))).next;
    expect(second).toMatchObject({ do: 'look', instrument: 'sensor' });
    expect(second?.do === 'look' && second.places[0]).not.toBe(place);
  });

  it('keeps the screws of one plenum together, for nothing tells them apart', () => {
    const lean = circuitsOf(fourBarrel).map(({ throat }) => count(`M${throat}`, 2));
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

describe('a bank with jets to change', () => {
  const jet = (throat: string): Adjuster => ({
    id: `J${throat}`,
    label: `Pilot jet ${throat}`,
    kind: 'pilotJet',
    acts: [{ throat, turnedIn: 'richer' }],
    pitchMm: 1,
    leverMm: 10,
    range: { outTurns: 3, inTurns: 3 },
    seenFrom: 'below, with the bowl off',
  });
  // The jets stand first: what turns while it runs is taken first all the same.
  const bank = { ...vTwin, adjusters: [jet('1'), jet('2'), ...vTwin.adjusters] };
  const only = { ...PLAN, instruments: ['sensor'] } as const satisfies Bare;
  const begun = [only, count('M1', 2), count('M2', 2), free] as const;
  const lean = sensor('1', 1.08, { flutter: 0.005 });
  const right = (exhaust: string) => sensor(exhaust, 0.95, { flutter: 0.005 });
  const next = (...more: readonly Bare[]) => mixtureOutlook(known(bank, ...begun, ...more)).next;

  it('counts no jet in, and turns the screw while it has room', () => {
    expect(mixtureOutlook(known(bank, only)).next).toEqual({ do: 'count', adjuster: 'M1' });
    expect(next(right('2'), lean)).toMatchObject({ do: 'turn', adjuster: 'M1', way: 'richer' });
  });

  it('takes the next size where the screw is at its end', () => {
    expect(next(right('2'), lean, turn('M1', -4), lean)).toMatchObject({
      do: 'turn',
      adjuster: 'J1',
      turns: 1,
      way: 'richer',
    });
  });

  it('takes a larger one for a first opening that is lean with the idle right, and looks again before another', () => {
    const open: Bare = { kind: 'mixtureSeen', seen: { how: 'firstOpening', exhaust: '1', lambda: 1.08 } };
    const done = [right('1'), right('2'), right('1'), right('2')] as const;
    expect(next(...done)).toBeUndefined();
    expect(next(...done, open)).toMatchObject({ do: 'turn', adjuster: 'J1', turns: 1, purpose: 'opening' });
    const after = next(...done, open, turn('J1', 1));
    expect(after).toMatchObject({ do: 'look', instrument: 'sensor' });
    expect(next(...done, open, turn('J1', 1), right('1'), right('1'))).toBeUndefined();
  });

  it('has no half sizes', () => {
    expect(() => known(bank, turn('J1', 0.5))).toThrow('noHalfSizes');
    expect(() => known(bank, count('J1', 2))).toThrow('noMixtureScrew');
  });
});
