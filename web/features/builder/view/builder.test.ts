import { readSetup } from '@amber-needle/core/formats/setup';
import {
  ARCHETYPES,
  addAdjuster,
  addPipe,
  changePipe,
  changeThroat,
  removeCylinder,
  removePipe,
  removeThroat,
  screwEffects,
  setAct,
  sharedShafts,
} from '@amber-needle/core/setup';
import { describe, expect, it } from 'vitest';
import { screwSentence } from '@/words/screwWords';
import { bankPicture } from './bankPicture';
import { problemText } from './problemText';
import { specLines, withoutSpec, withSpec } from './specs';

const { rack4, twin, sideDraughtSix } = ARCHETYPES;

describe('the picture of a bank', () => {
  it('has a line for every throat that a screw moves, and for every cylinder that a throat feeds', () => {
    const { lines, screws, throats, cylinders } = bankPicture(rack4);
    expect([screws.length, throats.length, cylinders.length]).toEqual([4, 4, 4]);
    expect(lines.filter(({ screw }) => screw === 'B').map(({ key }) => key)).toEqual(['B-1', 'B-2']);
    expect(lines.filter(({ does }) => does === 'feeds')).toHaveLength(4);
  });

  it('keeps all parts inside the drawing, whatever their number', () => {
    for (const setup of Object.values(ARCHETYPES)) {
      const { width, height, screws, throats, cylinders } = bankPicture(setup);
      for (const { x, y } of [...screws, ...throats, ...cylinders]) {
        expect(x).toBeGreaterThan(0);
        expect(x).toBeLessThan(width);
        expect(y).toBeLessThan(height);
      }
    }
  });

  it('draws a clamp between the throats that it joins', () => {
    const { bars, throats } = bankPicture(twin);
    expect(bars).toMatchObject([{ kind: 'coupling', x1: throats[0]?.x, x2: throats[1]?.x }]);
  });
});

describe('what a screw will do, in words', () => {
  const sentence = (setup: typeof twin, id: string) => {
    const labels = new Map(setup.adjusters.map((adjuster) => [adjuster.id, adjuster.label]));
    const effects = screwEffects(setup).find(({ adjuster }) => adjuster.id === id);
    return effects === undefined ? '' : screwSentence(effects, labels);
  };
  it('names what it opens and what stays', () => {
    expect(sentence(rack4, 'B')).toBe('Turned in: opens throats 1 and 2 against throats 3 and 4.');
    expect(sentence(rack4, 'K')).toBe('Turned in: opens throats 1, 2, 3 and 4: all together, so the idle speed.');
    expect(sentence(sideDraughtSix, 'M3')).toBe('Turned in: makes throat 3 leaner.');
  });

  it('says when two screws do the same, and when one does nothing', () => {
    const twice = addAdjuster(twin, 'throttleStop');
    const added = twice.adjusters.at(-1);
    expect(sentence(twice, added?.id ?? '')).toContain('Stop A moves the same as');
    expect(sentence(setAct(twin, { id: 'A', throat: '1' }, undefined), 'A')).toMatch(/^Moves nothing/);
  });

  it('tells which throats no stop parts', () => {
    expect(sharedShafts(sideDraughtSix)).toEqual([
      ['1', '2'],
      ['3', '4'],
      ['5', '6'],
    ]);
    expect(sharedShafts(rack4)).toEqual([]);
  });
});

describe('editing', () => {
  it('takes a cylinder out with the throats that fed it alone, and leaves no loose end', () => {
    const three = removeCylinder(rack4, '4');
    expect(three.throats.map(({ id }) => id)).toEqual(['1', '2', '3']);
    expect(readSetup(three).outcome).toBe('valid');
  });

  it('takes a throat out of screws, clamps and pipes', () => {
    for (const setup of Object.values(ARCHETYPES).filter(({ throats }) => throats.length > 1)) {
      const less = removeThroat(setup, setup.throats[0]?.id ?? '');
      expect(JSON.stringify([less.adjusters, less.couplings, less.pipes ?? []])).not.toContain(
        `"throat":"${setup.throats[0]?.id}"`,
      );
    }
  });

  it('puts pipes between neighbours, one after the other, and leaves no trace of the last', () => {
    const two = addPipe(addPipe(rack4));
    expect(two.pipes?.map(({ id, joins }) => [id, ...joins])).toEqual([
      ['P1', '1', '2'],
      ['P2', '2', '3'],
    ]);
    expect(readSetup(two).outcome).toBe('valid');
    expect(changePipe(two, 'P1', { joins: ['1', '2', '4'] }).pipes?.[0]?.joins).toEqual(['2', '4']);
    const wide = changePipe(two, 'P2', { boreMm: 9 });
    expect(removePipe(wide, 'P1').pipes).toMatchObject([{ id: 'P2', boreMm: 9 }]);
    expect(removePipe(removePipe(wide, 'P1'), 'P2')).toEqual(rack4);
    const loose = readSetup(changePipe(two, 'P1', { joins: ['1'] }));
    expect(loose.outcome).toBe('invalid');
  });

  it('says of an empty list what it lacks', () => {
    const idle = changeThroat(twin, '1', { feeds: [] });
    const checked = readSetup(idle);
    if (checked.outcome === 'valid') throw new Error('a throat that feeds nothing passed');
    expect(checked.problems.map((problem) => problemText(idle, problem))).toContain('Throat 1: feeds no cylinder');
  });

  it('says what is wrong by the part’s name', () => {
    const broken = removeThroat(rack4, '2');
    const checked = readSetup(broken);
    expect(checked.outcome).toBe('invalid');
    if (checked.outcome === 'valid') return;
    expect(checked.problems.map((problem) => problemText(broken, problem))).toContain(
      'Cylinder 2: no throat feeds cylinder "2"',
    );
  });
});

describe('figures of the book', () => {
  const { rack4, twin } = ARCHETYPES;

  it('are edited in the unit that people write, and kept in the quantity’s own', () => {
    expect(specLines(rack4).lines[0]).toEqual({
      quantity: 'floatHeight',
      name: 'Float height',
      unit: 'mm',
      low: 25.5,
      high: 26.7,
    });
    const changed = withSpec(rack4, { quantity: 'floatHeight', low: 25, high: 26 });
    expect(changed.fitting?.specs?.[0]).toEqual({
      quantity: 'floatHeight',
      low: expect.closeTo(0.025, 9),
      high: expect.closeTo(0.026, 9),
    });
    const added = withSpec(twin, { quantity: 'compression', low: 9, high: 11 });
    expect(added.fitting?.specs).toEqual([{ quantity: 'compression', low: 900, high: 1100 }]);
    expect(specLines(added).free.map(({ id }) => id)).not.toContain('compression');
    expect(withoutSpec(added, 'compression').fitting?.specs).toEqual([]);
    expect(withSpec(twin, { quantity: 'needleValve', low: 0, high: 1 })).toBe(twin);
  });

  it('are offered for what the machine has', () => {
    expect(specLines(twin).free.map(({ id }) => id)).not.toContain('fuelPressure');
    expect(specLines(ARCHETYPES.flatFour).free.map(({ id }) => id)).toContain('fuelPressure');
  });
});
