import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ARCHETYPES, type Setup } from '../../setup';
import { CAUSES, exchangesFor, OBSERVATIONS, TESTS } from '../map';
import type { Evidence } from './evidence';
import { nextTests } from './nextTest';
import { weighSuspects } from './weigh';

const { rack4, twoStrokeTwin, siamesedFour } = ARCHETYPES;
const seen = (observation: string, place?: string): Evidence => ({ kind: 'observed', observation, place, seen: true });
const told = [seen('stood'), seen('startsOnlyWithChoke'), seen('screwDead', '3'), seen('stallsWarm')];
const tested = (test: string, answer: string, place?: string): Evidence => ({ kind: 'tested', test, answer, place });

const anyEvidence: fc.Arbitrary<Evidence> = fc.oneof(
  fc.record({
    kind: fc.constant('observed' as const),
    observation: fc.constantFrom(...OBSERVATIONS.map(({ id }) => id)),
    place: fc.constantFrom(undefined, '1', '2', '3'),
    seen: fc.boolean(),
  }),
  fc.constantFrom(...TESTS).chain(({ id, answers }) =>
    fc.record({
      kind: fc.constant('tested' as const),
      test: fc.constant(id),
      place: fc.constantFrom(undefined, '1', '2', '3'),
      answer: fc.constantFrom(...answers.map((each) => each.id)),
    }),
  ),
);

describe('the map', () => {
  it('names only what it has: observations, tests and their answers other than the usual', () => {
    const observations = new Set(OBSERVATIONS.map(({ id }) => id));
    for (const { id, signs, tests, remedy } of CAUSES) {
      for (const sign of Object.keys(signs)) expect([id, sign, observations.has(sign)]).toEqual([id, sign, true]);
      for (const [name, answers] of Object.entries(tests)) {
        const others = TESTS.find((test) => test.id === name)?.answers.map((answer) => answer.id);
        for (const answer of Object.keys(answers))
          expect([id, name, answer, others?.includes(answer)]).toEqual([id, name, answer, true]);
      }
      if (remedy.proof !== undefined) expect([id, TESTS.some((test) => test.id === remedy.proof)]).toEqual([id, true]);
    }
  });

  it('has each name once, and every observation and test is of use to a cause', () => {
    for (const list of [CAUSES, OBSERVATIONS, TESTS]) expect(new Set(list.map(({ id }) => id)).size).toBe(list.length);
    const used = new Set(CAUSES.flatMap(({ signs, tests }) => [...Object.keys(signs), ...Object.keys(tests)]));
    expect([...OBSERVATIONS, ...TESTS].filter(({ id }) => !used.has(id)).map(({ id }) => id)).toEqual([]);
  });
});

describe('suspects', () => {
  it('are weighed by what is told: a blocked idle passage, at the place that was named', () => {
    const { ranked, unknown } = weighSuspects(rack4, told);
    expect(ranked[0]).toMatchObject({ cause: { id: 'blockedIdle' }, place: '3' });
    expect(ranked[0]?.speaksFor).toContainEqual(seen('screwDead', '3'));
    expect(unknown).toBeGreaterThan(0);
    const slot = weighSuspects(rack4, [...told, tested('slotSeen', 'much', '3')]);
    const before = ranked.find(({ cause, place }) => cause.id === 'transferSlot' && place === '3')?.probability ?? 0;
    const after =
      slot.ranked.find(({ cause, place }) => cause.id === 'transferSlot' && place === '3')?.probability ?? 0;
    expect(after).toBeGreaterThan(3 * before);
  });

  it('do not depend on the order of the evidence, and what is taken back leaves no trace', () => {
    fc.assert(
      fc.property(fc.array(anyEvidence, { minLength: 1, maxLength: 6 }), (evidence) => {
        const probabilities = (of: readonly Evidence[]) =>
          new Map(
            weighSuspects(twoStrokeTwin, of).ranked.map((each) => [`${each.cause.id} ${each.place}`, each.probability]),
          );
        const there = probabilities(evidence);
        for (const [key, probability] of probabilities([...evidence].reverse()))
          expect(there.get(key)).toBeCloseTo(probability, 9);
      }),
      { numRuns: 25 },
    );
  });

  it('sum to one over all ways in which it may have come about, whatever is told', () => {
    fc.assert(
      fc.property(fc.array(anyEvidence, { maxLength: 8 }), (evidence) => {
        const { hypotheses } = weighSuspects(twoStrokeTwin, evidence);
        expect(hypotheses.reduce((sum, { probability }) => sum + probability, 0)).toBeCloseTo(1, 9);
      }),
      { numRuns: 25 },
    );
  });

  it('go with the places when they are renamed', () => {
    const renamed: Setup = {
      ...rack4,
      throats: rack4.throats.map((throat) => (throat.id === '3' ? { ...throat, id: 'Z' } : throat)),
    };
    const there = weighSuspects(
      renamed,
      told.map((item) => ('place' in item && item.place === '3' ? { ...item, place: 'Z' } : item)),
    );
    const here = weighSuspects(rack4, told);
    expect(there.ranked[0]?.place).toBe('Z');
    expect(there.ranked[0]?.probability).toBeCloseTo(here.ranked[0]?.probability ?? 0, 9);
  });

  it('may be two at once, where one does not explain all', () => {
    const two = [
      seen('puddle', '1'),
      tested('openBowl', 'worn', '1'),
      seen('missesIdle', '4'),
      tested('swapPlug', 'moves', '4'),
    ];
    const [first, second] = weighSuspects(rack4, two).ranked;
    expect([first?.cause.id, second?.cause.id].sort()).toEqual(['weakSpark', 'wornNeedleValve']);
    expect(Math.min(first?.probability ?? 0, second?.probability ?? 0)).toBeGreaterThan(0.7);
  });

  it('name what contradicts them', () => {
    const against = tested('sprayLeak', 'nothing', '2');
    const { ranked } = weighSuspects(rack4, [seen('hangs'), seen('whistles'), against]);
    const leak = ranked.find(({ cause, place }) => cause.id === 'airLeak' && place === '2');
    expect(leak?.speaksAgainst).toContainEqual(against);
  });

  it('have no diaphragm where there is none', () => {
    expect(weighSuspects(rack4, []).ranked.some(({ cause }) => cause.id === 'tornDiaphragm')).toBe(false);
    expect(weighSuspects(siamesedFour, []).ranked.some(({ cause }) => cause.id === 'tornDiaphragm')).toBe(true);
  });
});

describe('what a workshop has put right before', () => {
  const chanceOf = (id: string, learned?: Parameters<typeof weighSuspects>[2]) =>
    weighSuspects(rack4, [seen('fades')], learned)
      .ranked.filter(({ cause }) => cause.id === id)
      .reduce((sum, { probability }) => sum + probability, 0);

  it('moves where suspicion begins, the more cases the more, and never to nothing or to certainty', () => {
    const few = chanceOf('tankVent', [{ cause: 'tankVent', count: 3 }]);
    const many = chanceOf('tankVent', [{ cause: 'tankVent', count: 40 }]);
    expect(chanceOf('tankVent')).toBeLessThan(few);
    expect(few).toBeLessThan(many);
    expect(many).toBeLessThan(0.99);
    const others = chanceOf('fuelHose', [{ cause: 'tankVent', count: 40 }]);
    expect(others).toBeLessThan(chanceOf('fuelHose'));
    expect(others).toBeGreaterThan(0);
  });

  it('of a cause that this machine cannot have moves nothing', () => {
    expect(chanceOf('tankVent', [{ cause: 'tornDiaphragm', count: 50 }])).toBe(chanceOf('tankVent'));
  });
});

describe('an exchange', () => {
  const misses = [seen('missesIdle', '2'), seen('flutters', '2')];
  const chance = (evidence: readonly Evidence[], id: string, place: string) =>
    weighSuspects(rack4, evidence).ranked.find(({ cause, place: at }) => cause.id === id && at === place)
      ?.probability ?? 0;
  const exchange = (what: string, outcome: 'stayed' | 'followed' | 'vanished'): Evidence => ({
    kind: 'exchanged',
    what,
    places: ['2', '3'],
    outcome,
  });

  it('that the fault followed convicts the part, one at which it stayed acquits it', () => {
    const before = chance(misses, 'weakSpark', '2');
    expect(chance([...misses, exchange('plugs', 'followed')], 'weakSpark', '2')).toBeGreaterThan(before);
    expect(chance([...misses, exchange('plugs', 'stayed')], 'weakSpark', '2')).toBeLessThan(before);
    const valve = chance(misses, 'valveClearance', '2');
    expect(chance([...misses, exchange('plugs', 'stayed')], 'valveClearance', '2')).toBeGreaterThan(valve);
    expect(chance([...misses, exchange('plugs', 'followed')], 'valveClearance', '2')).toBeLessThan(valve / 2);
  });

  it('of carburetors parts what is in them from what is behind them', () => {
    const lean = [seen('plugWhite', '2'), seen('screwDead', '2')];
    const stayed = [...lean, exchange('carburetors', 'stayed')];
    expect(chance(stayed, 'airLeak', '2')).toBeGreaterThan(chance(lean, 'airLeak', '2'));
    expect(chance(stayed, 'blockedIdle', '2')).toBeLessThan(chance(lean, 'blockedIdle', '2') / 4);
  });

  it('of turns in the firing order convicts the manifold that both cylinders share', () => {
    const shared = siamesedFour;
    const swapped: Evidence = { kind: 'exchanged', what: 'firingOrder', places: ['2', '3'], outcome: 'followed' };
    const robbed = (evidence: readonly Evidence[]) =>
      weighSuspects(shared, evidence).ranked.find(({ cause, place }) => cause.id === 'sharedRobbing' && place === '3');
    const lean = [seen('plugWhite', '3')];
    expect(robbed([...lean, swapped])?.probability).toBeGreaterThan(2 * (robbed(lean)?.probability ?? 1));
    expect(exchangesFor(shared).map(({ id }) => id)).toContain('firingOrder');
    expect(exchangesFor(rack4).map(({ id }) => id)).not.toContain('firingOrder');
  });

  it('says nothing of what is elsewhere', () => {
    const even = chance([...misses, exchange('gauges', 'stayed')], 'tankVent', '');
    expect(even).toBe(chance(misses, 'tankVent', ''));
  });
});

describe('the next test', () => {
  it('is asked for once, tells something, and shows where each answer leads', () => {
    let evidence: readonly Evidence[] = told;
    const asked: string[] = [];
    for (let i = 0; i < 12; i += 1) {
      const [next] = nextTests(rack4, weighSuspects(rack4, evidence), { evidence });
      if (next === undefined) break;
      expect(next.answers.reduce((sum, { probability }) => sum + probability, 0)).toBeCloseTo(1, 6);
      asked.push(`${next.test.id} ${next.place}`);
      evidence = [...evidence, tested(next.test.id, next.test.answers[0].id, next.place)];
    }
    expect(new Set(asked).size).toBe(asked.length);
  });

  it('is none that has nothing to do with what is suspected', () => {
    const asked = nextTests(rack4, weighSuspects(rack4, told), { evidence: told }).map(({ test }) => test.id);
    expect(asked).toContain('chokeHalf');
    expect(asked).not.toContain('freeAir');
    expect(asked).not.toContain('advanceHose');
  });

  it('foresees what the answer then does', () => {
    const suspects = weighSuspects(rack4, told);
    const [next] = nextTests(rack4, suspects, { evidence: told });
    for (const answer of next?.answers ?? []) {
      const after = weighSuspects(rack4, [...told, tested(next?.test.id ?? '', answer.id, next?.place)]);
      expect(after.ranked[0]?.cause.id).toBe(answer.leads[0]?.id);
      expect(after.ranked[0]?.probability).toBeCloseTo(answer.leads[0]?.probability ?? 0, 1);
    }
  });

  it('gives another when it cannot be done now, and nothing that cannot be undone while something else tells', () => {
    const suspects = weighSuspects(rack4, told);
    const [first] = nextTests(rack4, suspects, { evidence: told });
    const [second] = nextTests(rack4, suspects, { evidence: told, putOff: [first?.test.id ?? ''] });
    expect(second?.test.id).not.toBe(first?.test.id);
    const all = nextTests(rack4, suspects, { evidence: told });
    expect(all.every(({ test }) => test.undone)).toBe(true);
    const reversible = TESTS.filter(({ undone }) => undone).map(({ id }) => id);
    const last = nextTests(rack4, suspects, { evidence: told, putOff: reversible });
    expect(last.every(({ test }) => !test.undone)).toBe(true);
    expect(last.length).toBeGreaterThan(0);
  });
});
