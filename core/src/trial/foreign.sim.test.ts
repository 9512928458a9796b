import { describe, expect, it } from 'vitest';
import { isSame, type Suspicion } from '../faults';
import { type Adjuster, ARCHETYPES, type ArchetypeName, isArchetype, type Setup, sharesPlenum } from '../setup';
import { type Driven, drawLaw, driveForeign } from '../testing';
import { banks, isDeep, seeds } from '../testing/depth';

/** Banks whose throats show a pressure of their own. */
const BANKS = Object.entries(ARCHETYPES).filter(
  ([name, setup]) =>
    isArchetype(name) &&
    setup.throats.length > 1 &&
    !sharesPlenum(setup) &&
    (isDeep || ['rack4', 'vTwin', 'flatFour', 'twoStrokeTwin'].includes(name)),
);
const isGood = ({ spreadShare, inBand }: Driven) => spreadShare <= 1 && inBand;

describe('an engine that the belief was not fitted to', () => {
  it('comes into tolerance and band, and is never wrongly said to be', () => {
    const jobs = BANKS.flatMap(([, setup]) =>
      seeds(3, { quick: 2, deep: 200 }).map((seed) => driveForeign(setup, { seed })),
    );
    expect(jobs.filter(({ outcome }) => outcome === 'suspected')).toEqual([]);
    expect(jobs.filter((job) => job.outcome === 'done' && !isGood(job))).toEqual([]);
    // 140 of 144 did on the seeds of docs/performance.md; here two of 24 may be beyond what their screws can do.
    expect(jobs.filter(isGood).length).toBeGreaterThanOrEqual(jobs.length - 2);
  });

  it('comes there too under a program that answers everything with readings', () => {
    const jobs = [ARCHETYPES.rack4, ARCHETYPES.flatFour, ARCHETYPES.outboardTriple].map((setup) =>
      driveForeign(setup, { seed: 3, plain: true }),
    );
    expect(jobs.every(isGood)).toBe(true);
  });

  const faults: readonly (readonly [ArchetypeName, Suspicion])[] = [
    ['rack4', { kind: 'exchangedHoses', throats: ['1', '3'] }],
    ['sideDraughtSix', { kind: 'exchangedHoses', throats: ['2', '5'] }],
    ['rack4', { kind: 'wornShaft', throat: '2' }],
    ['rack4', { kind: 'airLeak', throat: '4' }],
    ['vTwin', { kind: 'airLeak', throat: '1' }],
    ['rack2', { kind: 'deadScrew', adjuster: 'A' }],
  ];
  // Nine: a first turn that could end the run is only a probe.
  it.each(faults)('has its fault named within nine moves: %s, %j', (name, fault) => {
    const { suspected, moves } = driveForeign(ARCHETYPES[name], { seed: 5, fault });
    expect(suspected !== undefined && isSame(suspected, fault), JSON.stringify(suspected)).toBe(true);
    expect(moves).toBeLessThanOrEqual(9);
  });

  it('goes on when a suspicion was looked into and nothing found', () => {
    const driven = driveForeign(ARCHETYPES.rack4, {
      seed: 5,
      fault: { kind: 'wornShaft', throat: '2' },
      goesOn: true,
    });
    const dismissed = driven.events.flatMap((event) => (event.kind === 'verdict' ? [event.suspicion] : []));
    expect(dismissed[0]).toEqual({ kind: 'wornShaft', throat: '2' });
    // Nothing that was looked into is raised again, and the work goes on.
    dismissed.forEach((one, i) => {
      expect(dismissed.slice(i + 1).some((later) => isSame(one, later))).toBe(false);
    });
    expect(driven.events.at(-1)?.kind).not.toBe('verdict');
  });
});

describe('any bank that somebody draws', () => {
  const { rack3 } = ARCHETYPES;
  const moving = (id: string, third: 'opens' | 'closes') => (screw: Adjuster) => ({
    ...screw,
    id,
    acts: [
      { throat: '2', turnedIn: 'opens' as const },
      { throat: '3', turnedIn: third },
    ],
  });
  const knob = rack3.adjusters.filter(({ kind }) => kind === 'idleKnob');
  const screws = rack3.adjusters.slice(0, 1);
  /** A master that only the knob moves, a screw for both followers, and one that opens the one as it closes the other. */
  const drawn: Setup = {
    ...rack3,
    adjusters: [...knob, ...screws.map(moving('F', 'opens')), ...screws.map(moving('X', 'closes'))],
  };
  it('is balanced by what its screws do', () => {
    for (const seed of [1, 2, 3]) {
      const driven = driveForeign(drawn, { seed });
      expect([driven.outcome, isGood(driven)]).toEqual(['done', true]);
    }
  });
});

describe('the advice on engines that nobody wrote it for', () => {
  const setups = banks(
    ['twin', 'rack2', 'rack3', 'rack4', 'flatFour', 'vTwin', 'siamesedFour', 'outboardTriple', 'twoStrokeTwin'],
    ['rack4', 'outboardTriple'],
  );
  // Odd seeds: the advice was developed on even ones.
  const jobs = setups.flatMap((name) =>
    seeds(0, { quick: 8, deep: 40 }).map((i) => {
      const setup = ARCHETYPES[name];
      const seed = 50_001 + 2 * i;
      return driveForeign(setup, { seed, law: drawLaw(seed, setup.engine.strokes), noMeter: true, goesOn: true });
    }),
  );
  const share = (of: (job: Driven) => boolean, among: readonly Driven[] = jobs) =>
    among.filter(of).length / among.length;
  const done = jobs.filter(({ outcome }) => outcome === 'done');

  it('comes to an end in nine jobs of ten', () => {
    expect(done.length / jobs.length).toBeGreaterThanOrEqual(0.9);
  });

  it('is right when it says done, as often as it says', () => {
    expect(share(isGood, done)).toBeGreaterThanOrEqual(0.94);
  });

  it('suspects few of those that are sound', () => {
    expect(share(({ events }) => events.some(({ kind }) => kind === 'verdict'))).toBeLessThanOrEqual(0.1);
  });
});
