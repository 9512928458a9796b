import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ARCHETYPES } from '../../setup';
import { readSuspectsCase, suspectsDocument, vocabularyDocument } from './suspects';

const base = { format: 'amber-needle/suspects', version: 1, machine: 'rack4' } as const;
const problemsOf = (data: unknown) => {
  const read = readSuspectsCase(data);
  return read.outcome === 'invalid' ? read.problems.map(({ path, reason }) => `${path}: ${reason}`) : [];
};
function answered(data: unknown) {
  const read = readSuspectsCase(data);
  if (read.outcome === 'invalid') throw new Error(JSON.stringify(read.problems));
  return suspectsDocument(read.value);
}

describe('a case for the search', () => {
  it('is read with a kind of machine or with a whole setup, alike', () => {
    const observed = [{ observation: 'puddle', place: '2' }];
    const byName = answered({ ...base, observed });
    expect(answered({ ...base, machine: ARCHETYPES.rack4, observed })).toEqual(byName);
    expect(byName.suspects[0]).toMatchObject({ cause: 'flooding', place: '2' });
    expect(byName.suspects[0]?.for).toEqual([{ kind: 'observed', observation: 'puddle', place: '2', seen: true }]);
  });

  it('asks for nothing while nothing is told, and leaves out what was put off', () => {
    expect(answered(base).tests).toEqual([]);
    const observed = [{ observation: 'fades' }];
    const [first] = answered({ ...base, observed }).tests;
    const without = answered({ ...base, observed, putOff: [first?.test ?? ''] }).tests;
    expect(without.map(({ test }) => test)).not.toContain(first?.test);
  });

  it('takes exchanges, and what was looked for and not seen', () => {
    const observed = [
      { observation: 'missesIdle', place: '2' },
      { observation: 'plugWet', place: '2', seen: false },
    ];
    const before = answered({ ...base, observed });
    const after = answered({
      ...base,
      observed,
      exchanged: [{ what: 'plugs', places: ['2', '3'], outcome: 'followed' }],
    });
    const chance = (of: typeof before) => of.suspects.find(({ cause }) => cause === 'weakSpark')?.probability ?? 0;
    expect(chance(after)).toBeGreaterThan(chance(before));
  });

  it.each([
    [{ ...base, machine: 'sled' }, /^\/machine/],
    [{ ...base, machine: { ...ARCHETYPES.twin, throats: [] } }, /^\/machine/],
    [
      { ...base, observed: [{ observation: 'purple' }] },
      /^\/observed\/0\/observation: there is no observation "purple"/,
    ],
    [{ ...base, observed: [{ observation: 'fades', place: '1' }] }, /^\/observed\/0\/place: there is no bank "1"/],
    [{ ...base, tested: [{ test: 'dance', answer: 'well' }] }, /^\/tested\/0\/test: there is no test "dance"/],
    [
      { ...base, tested: [{ test: 'openCap', answer: 'well' }] },
      /^\/tested\/0\/answer: "openCap" has no answer "well"/,
    ],
    [
      { ...base, tested: [{ test: 'rapBowl', place: 'x', answer: 'same' }] },
      /^\/tested\/0\/place: there is no throat "x"/,
    ],
    [
      { ...base, exchanged: [{ what: 'hats', places: ['1', '2'], outcome: 'stayed' }] },
      /^\/exchanged\/0\/what: there is no exchange "hats"/,
    ],
    [
      { ...base, exchanged: [{ what: 'plugs', places: ['1', '9'], outcome: 'stayed' }] },
      /^\/exchanged\/0\/places: there is no cylinder "9"/,
    ],
    [{ ...base, exchanged: [{ what: 'plugs', places: ['1', '1'], outcome: 'stayed' }] }, /^\/exchanged\/0\/places/],
    [{ ...base, version: 2 }, /^\/version/],
  ])('is refused with the place and the reason: %#', (data, reason) => {
    expect(problemsOf(data)[0]).toMatch(reason);
  });

  it('never breaks the check, whatever it is', () => {
    fc.assert(
      fc.property(fc.jsonValue(), (data) => {
        expect(['valid', 'invalid']).toContain(readSuspectsCase(data).outcome);
      }),
      { numRuns: 200 },
    );
  });

  it('may name all of the vocabulary, and no more', () => {
    const { causes, observations, tests, exchanges } = vocabularyDocument();
    expect(causes.every(({ remedy, because }) => remedy.steps !== '' && because !== '')).toBe(true);
    const observed = observations.map(({ id }) => ({ observation: id }));
    const tested = tests.map(({ id, answers }) => ({ test: id, answer: answers[0].id }));
    const exchanged = exchanges.map(({ id }) => ({ what: id, places: ['1', '2'], outcome: 'stayed' }));
    expect(problemsOf({ ...base, observed, tested, exchanged })).toEqual([]);
  });
});
