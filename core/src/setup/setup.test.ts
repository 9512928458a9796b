import { describe, expect, it } from 'vitest';
import { readSetup } from '../formats/setup';
import {
  ARCHETYPE_NAMES,
  ARCHETYPES,
  actionOn,
  addCylinder,
  changeCarburetor,
  changeFitting,
  changeThroat,
  feedFrom,
  fittingOf,
  isFittingUnknown,
  removeCylinder,
  type Setup,
  setupProblems,
  twinWithTwoStops,
} from './index';

function rankOf(matrix: readonly (readonly number[])[]): number {
  const rows = matrix.map((row) => [...row]);
  let rank = 0;
  for (let column = 0; column < (rows[0]?.length ?? 0); column += 1) {
    const pivot = rows.findIndex((row, i) => i >= rank && Math.abs(row[column] ?? 0) > 1e-9);
    const [chosen] = pivot < 0 ? [] : rows.splice(pivot, 1);
    if (chosen === undefined) continue;
    rows.splice(rank, 0, chosen);
    rank += 1;
    for (const row of rows.slice(rank)) {
      const share = (row[column] ?? 0) / (chosen[column] ?? 1);
      row.forEach((value, k) => {
        row[k] = value - share * (chosen[k] ?? 0);
      });
    }
  }
  return rank;
}

describe('setups', () => {
  it('takes the twin that ships', () => {
    expect(readSetup(JSON.parse(JSON.stringify(twinWithTwoStops)))).toEqual({
      outcome: 'valid',
      value: twinWithTwoStops,
    });
  });

  it.each(ARCHETYPE_NAMES)(
    'takes the archetype %s, and every shaft of it can be moved apart from the others',
    (name) => {
      const setup = ARCHETYPES[name];
      expect(readSetup(JSON.parse(JSON.stringify(setup)))).toEqual({ outcome: 'valid', value: setup });
      // Rank of the coupling graph: screws by throats, elimination by hand on small whole numbers.
      const rows = setup.adjusters.map((adjuster) => setup.throats.map(({ id }) => actionOn(adjuster, id) as number));
      // Throats on one shaft have like columns: no screw can part them.
      const shafts = new Set(setup.throats.map((_, t) => rows.map((row) => row[t]).join()));
      expect(rankOf(rows)).toBe(shafts.size);
    },
  );

  it('names what is wrong and where', () => {
    const [left, right] = twinWithTwoStops.throats;
    const [stop, ...others] = twinWithTwoStops.adjusters;
    if (left === undefined || right === undefined || stop === undefined)
      throw new Error('the twin has two throats and a stop');
    const still = { ...stop, range: { outTurns: 0, inTurns: 0 } };
    const broken = {
      ...twinWithTwoStops,
      throats: [left, { ...right, id: '1', feeds: ['9'] }],
      adjusters: [still, ...others],
      couplings: [{ id: 'C', label: 'Clamp', joins: ['1', '7'] }],
    };
    expect(setupProblems(broken).map(({ path, reason }) => `${path} ${reason}`)).toEqual([
      '/throats/1/id "1" is used twice',
      '/throats/1/feeds/0 there is no cylinder "9"',
      '/adjusters/1/acts/0/throat there is no throat "2"',
      '/adjusters/2/acts/1/throat there is no throat "2"',
      '/couplings/0/joins/1 there is no throat "7"',
      '/cylinders/1 no throat feeds cylinder "2"',
      '/adjusters/0/range Stop A cannot be turned, so it moves nothing',
    ]);
  });

  it('refuses fields that it does not know, by name', () => {
    const checked = readSetup({ ...twinWithTwoStops, colour: 'red' });
    expect(checked).toEqual({ outcome: 'invalid', problems: [{ path: '/', reason: '"colour" is not known here' }] });
  });

  it('knows which way a screw acts', () => {
    const [a, , knob] = twinWithTwoStops.adjusters;
    if (a === undefined || knob === undefined) throw new Error('the twin has three adjusters');
    expect([actionOn(a, '1'), actionOn(a, '2'), actionOn(knob, '2')]).toEqual([1, 0, 1]);
  });
});

describe('what is said of the carburetors', () => {
  const { rack4 } = ARCHETYPES;

  it('follows throats that are renamed, taken out and added', () => {
    const renamed = changeThroat(rack4, '2', { carburetor: 'Middle' });
    expect(fittingOf(renamed).carburetors[1]).toMatchObject({ name: 'Middle', body: 'diaphragmSlide' });
    expect(fittingOf(renamed).inlets[0]?.feeds).toEqual(['No. 1', 'Middle']);
    const shorter = removeCylinder(rack4, '4');
    expect(fittingOf(shorter).inlets.map(({ feeds }) => feeds)).toEqual([['No. 1', 'No. 2'], ['No. 3']]);
    const longer = addCylinder(rack4);
    expect(fittingOf(longer).carburetors.at(-1)).toMatchObject({ name: 'No. 5', body: 'unknown' });
    for (const setup of [renamed, shorter, longer]) expect(setupProblems(setup)).toEqual([]);
  });

  it('is unknown in a setup that says nothing, and can be said', () => {
    const { fitting: _, ...old } = rack4;
    expect(isFittingUnknown(old)).toBe(true);
    const said = changeFitting(changeCarburetor(old, 'No. 1', { body: 'roundSlide' }), { tap: 'hand' });
    expect(fittingOf(said)).toMatchObject({ tap: 'hand', feed: 'unknown' });
    expect(fittingOf(said).carburetors.map(({ body }) => body)).toEqual([
      'roundSlide',
      'unknown',
      'unknown',
      'unknown',
    ]);
    expect(setupProblems(said)).toEqual([]);
    const alone = feedFrom(said, 'No. 4', 1);
    expect(fittingOf(alone).inlets.map(({ feeds }) => feeds.length)).toEqual([3, 1]);
    expect(fittingOf(feedFrom(alone, 'No. 4', 0)).inlets).toHaveLength(1);
  });

  it('is refused where it points at nothing, with the place', () => {
    const fitting = fittingOf(rack4);
    const wrong = { ...rack4, fitting: { ...fitting, inlets: [{ name: 'Inlet', feeds: ['No. 1', 'No. 9'] }] } };
    expect(setupProblems(wrong).map(({ path }) => path)).toContain('/fitting/inlets/0/feeds/1');
    expect(setupProblems(wrong).map(({ reason }) => reason)).toContain('"No. 2" must be fed by one inlet');
  });

  it('stands in every shipped bank', () => {
    for (const setup of Object.values<Setup>(ARCHETYPES)) {
      expect(setupProblems(setup)).toEqual([]);
      expect(isFittingUnknown(setup)).toBe(false);
    }
  });
});
