import { ARCHETYPES } from '@amber-needle/core/setup';
import { append } from '@amber-needle/core/testing';
import { describe, expect, it } from 'vitest';
import { conclusionText, evidenceText } from '@/words/suspectWords';
import { createSuspecter } from '@/workers/suspecter';
import { proposeObservations } from './proposeObservations';
import { cautionOf, leadsText, suspectsView, testLines } from './view/suspectsView';

const { rack4, flatFour } = ARCHETYPES;
const begun = append([], { kind: 'opened', machine: 'Tarn', complaint: '', setup: rack4 });
const told = [
  { kind: 'observed', observation: 'stood', seen: true } as const,
  { kind: 'observed', observation: 'screwDead', place: '3', seen: true } as const,
].reduce(append, begun);

describe('the screen of the search', () => {
  it('suspects nobody before anything is told', () => {
    const view = suspectsView(rack4, createSuspecter()(begun, {}), undefined);
    expect([view.rows, view.others, view.found]).toEqual([[], 'Nothing stands out yet', undefined]);
  });

  it('shows each suspect with its place and reasons, and where the answer that is looked at would move it', () => {
    const suspects = createSuspecter()(told, {});
    const [test] = suspects.tests;
    const answer = test?.answers[0];
    const { rows, othersShown } = suspectsView(rack4, suspects, answer);
    expect(rows[0]).toMatchObject({ name: 'Idle passage or pilot jet blocked, 3', cause: 'blockedIdle' });
    expect(rows[0]?.speaksFor).toContain('mixture screw changes nothing, 3');
    expect(rows.every(({ ghost }) => ghost !== undefined && ghost >= 0 && ghost <= 1)).toBe(true);
    expect(othersShown).toMatch(/%/);
    expect(answer && leadsText(rack4, answer)).toMatch(/^[a-z].*: <?\d+\s%$/);
  });

  it('offers what mends a suspect that is as good as found', () => {
    const found = append(told, { kind: 'tested', test: 'pilotLight', place: '3', answer: 'blocked' });
    expect(suspectsView(rack4, createSuspecter()(found, {}), undefined).found?.cause).toBe('blockedIdle');
  });

  it('asks for another test when one cannot be done now', () => {
    const suspect = createSuspecter();
    const [first, second] = suspect(told, {}).tests;
    expect(second).toBeDefined();
    // What is said to be next is what comes.
    const [now] = suspect(told, { putOff: [first?.test.id ?? ''] }).tests;
    expect([now?.test.id, now?.place]).toEqual([second?.test.id, second?.place]);
  });

  it('has the caution of a test at the test, and says what it takes', () => {
    const tests = createSuspecter()(told, {}).tests;
    for (const test of tests) {
      expect(testLines(rack4, test).takes).toMatch(/minute/);
      expect(cautionOf(test) === undefined).toBe(test.test.hazard === 'none');
    }
  });

  it('names places as the machine does', () => {
    const puddle = { kind: 'observed', observation: 'puddle', place: '1', seen: false } as const;
    expect(evidenceText(flatFour, puddle)).toBe('not: fuel drips from its overflow or vent, left bank');
    expect(evidenceText(rack4, puddle)).toMatch(/, 1$/);
  });
});

describe('an exchange in words', () => {
  it('says what was exchanged, what became of the fault, and what follows', () => {
    const exchanged = { kind: 'exchanged', what: 'plugs', places: ['2', '3'], outcome: 'followed' } as const;
    expect(evidenceText(rack4, exchanged)).toBe('plugs of 2 and 3 exchanged: the fault followed');
    expect(conclusionText('plugs', 'followed')).toMatch(/went with the plugs/);
    expect(conclusionText('carburetors', 'stayed')).toMatch(/the carburetors are not it/);
    expect(conclusionText('leads', 'vanished')).toMatch(/comes back/);
  });
});

describe('typed complaints', () => {
  it.each([
    ['pops when I open it', 'popsOpening'],
    ['puddle this morning', 'puddle'],
    ['stals at the lights when warm', 'stallsWarm'],
    ['whistling', 'whistles'],
    ['Idle hunts between 900 and 1200.', 'hunts'],
  ])('“%s” proposes what it may mean', (text, id) => {
    expect(proposeObservations(text, 3).map((each) => each.id)).toContain(id);
  });

  it('propose nothing where no word is known', () => {
    expect(proposeObservations('it is what it is')).toEqual([]);
  });
});
