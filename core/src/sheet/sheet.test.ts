import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Bare, foldJob, type Job, type JobEvent } from '../job';
import { ARCHETYPE_NAMES, ARCHETYPES, type Setup } from '../setup';
import { suspectsOfJob } from '../suspects';
import { append, reading, zero } from '../testing/jobs';
import { MEASURE_UNIT_NAMES, MEASURE_UNITS } from '../units';
import {
  asFraction,
  cameOffOf,
  idleDropOf,
  isOver,
  judge,
  judgeTimed,
  type Measured,
  partsOf,
  planWay,
  QUANTITIES,
  quantityOf,
  readTyped,
  type SheetQuantity,
  STEPS,
  sheetEvidence,
  sheetOf,
  stageEstimates,
  stageTimes,
  stepOf,
  timedTestOf,
} from './index';

const { rack4, outboardTriple, siamesedFour, twin } = ARCHETYPES;

describe('what is typed', () => {
  it('is read as people write it', () => {
    for (const [text, value] of [
      ['26.2', 26.2],
      ['26,2', 26.2],
      ['1 1/32', 33 / 32],
      ['1-1/32', 33 / 32],
      ['1½', 1.5],
      ['¾', 0.75],
      ['1 and 3/16', 1.1875],
      ['−2', -2],
      [' 112 ', 112],
    ] as const)
      expect([text, readTyped(text)]).toEqual([text, { outcome: 'read', value }]);
  });

  it('is refused with the reason where it is no figure', () => {
    for (const text of ['', 'about 3', '1/0', '26.2 mm', '1 2', '1e5', '--3', '1/2/3'])
      expect([text, readTyped(text).outcome]).toEqual([text, 'unreadable']);
    expect(readTyped('about 3')).toMatchObject({ reason: expect.stringContaining('about 3') });
  });

  it('comes back from a fraction to the nearest 64th', () => {
    fc.assert(
      fc.property(fc.integer({ min: -64 * 40, max: 64 * 40 }), (parts) => {
        expect(readTyped(asFraction(parts / 64))).toEqual({ outcome: 'read', value: parts / 64 + 0 });
      }),
    );
    expect(asFraction(33 / 32)).toBe('1 1/32');
    expect(asFraction(0.5)).toBe('1/2');
    expect(asFraction(2)).toBe('2');
  });
});

describe('units of the sheet', () => {
  it('are what their sources say', () => {
    // Inch exact; NIST SP 811, B.8: 1 psi = 6.894757 kPa; 1 statute mile = 1.609344 km.
    expect(MEASURE_UNITS.inch.is).toBe(0.0254);
    expect(MEASURE_UNITS.psi.is).toBeCloseTo(6.894757, 6);
    expect(MEASURE_UNITS.mile.is).toBe(1.609344);
  });

  it('of one quantity are all of one family', () => {
    for (const quantity of QUANTITIES) {
      if (quantity.kind !== 'figure') continue;
      expect(new Set(quantity.units.map((unit) => MEASURE_UNITS[unit].of)).size).toBe(1);
    }
    expect(MEASURE_UNIT_NAMES).toContain('thou');
  });
});

function known(id: string): SheetQuantity {
  const quantity = quantityOf(id);
  if (quantity === undefined) throw new Error(id);
  return quantity;
}

describe('the verdict', () => {
  const at = (...values: readonly number[]): readonly Measured[] =>
    values.map((value, i) => ({ place: `No. ${i + 1}`, value }));
  const found = (id: string, measured: readonly Measured[], setup: Setup = rack4) =>
    judge(setup, known(id), measured).findings.map(({ place, because, side }) => [place, because, side]);

  it('finds the odd one out first', () => {
    expect(found('pilotJet', at(32.5, 32.5, 35, 32.5))).toEqual([['No. 3', 'odd', 'high']]);
    expect(found('mainJet', at(112, 112, 112, 112))).toEqual([]);
    expect(found('needleClip', at(3, 3, 3, 2))).toEqual([['No. 4', 'odd', 'low']]);
    expect(
      found(
        'screwCount',
        [1, 2, 3, 4].map((id, i) => ({ place: String(id), value: [1.5, 1.75, 1.5, 3][i] ?? 0 })),
      ),
    ).toEqual([['4', 'spec', 'high']]);
  });

  it('leaves alone what the instrument cannot tell apart', () => {
    expect(found('floatHeight', at(0.0262, 0.0262, 0.0264, 0.026))).toEqual([]);
    expect(found('floatHeight', at(0.0262, 0.0262, 0.0266, 0.0262))).toEqual([['No. 3', 'odd', 'high']]);
  });

  it('then compares with the specification, of the setup or of the trade', () => {
    // All alike, all outside what the setup says.
    expect(found('floatHeight', at(0.028, 0.028, 0.028, 0.028)).every(([, because]) => because === 'spec')).toBe(true);
    expect(found('needleDrop', at(0.0008, 0.0008, 0.0026, 0.0009))).toEqual([['No. 3', 'spec', 'high']]);
    // A lifting piston's needle valve holds 1.5 psi (common practice, no source).
    expect(found('fuelPressure', [{ place: undefined, value: 3 * 6.894757 }], siamesedFour)).toEqual([
      [undefined, 'spec', 'high'],
    ]);
    expect(found('fuelPressure', [{ place: undefined, value: 1.5 * 6.894757 }], siamesedFour)).toEqual([]);
  });

  it('of two that differ calls neither odd', () => {
    expect(found('pilotJet', at(32.5, 35)).map(([, because]) => because)).toEqual(['apart', 'apart']);
  });

  it('does not depend on what the carburetors are called, nor on their order', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 20, max: 40 }), { minLength: 3, maxLength: 6 }), (values) => {
        const forth = judge(rack4, known('pilotJet'), at(...values));
        const back = judge(rack4, known('pilotJet'), [...at(...values)].reverse());
        const places = ({ findings }: typeof forth) => findings.map(({ place }) => place).sort();
        expect(places(back)).toEqual(places(forth));
      }),
    );
  });
});

describe('the way', () => {
  const idsOf = (setup: Setup, visit: 'full' | 'balance' | 'fault' = 'full', complaint = '') =>
    planWay(setup, { visit, complaint }).flatMap(({ steps }) => steps.map(({ step }) => step.id));
  const placesAt = (setup: Setup, id: string) =>
    planWay(setup, { visit: 'full', complaint: '' })
      .flatMap(({ steps }) => steps)
      .find(({ step }) => step.id === id)?.places.length ?? 0;

  it('of every shipped bank stands as it was looked over', () => {
    for (const name of ARCHETYPE_NAMES) {
      const way = planWay(ARCHETYPES[name], { visit: 'full', complaint: '' });
      const lines = way.map(
        ({ id, steps }) =>
          `${id}: ${steps.map(({ step, places }) => `${step.id}${places.length > 1 ? ` x${places.length}` : ''}`).join(', ')}`,
      );
      expect(lines).toMatchSnapshot(name);
    }
  });

  it('follows the machine', () => {
    expect(placesAt(rack4, 'floatHeight')).toBe(4);
    expect(placesAt(rack4, 'staticFuel')).toBe(2);
    expect(idsOf(rack4)).toContain('tapDodge');
    expect(idsOf(rack4)).toContain('diaphragm');
    expect(idsOf(twin)).not.toContain('tapDodge');
    expect(idsOf(outboardTriple)).toContain('water');
    expect(idsOf(outboardTriple)).toContain('engineHours');
    expect(idsOf(outboardTriple)).not.toContain('valveClearance');
    expect(idsOf(siamesedFour)).toContain('fallTime');
    expect(idsOf(siamesedFour)).toContain('damperOil');
    expect(idsOf(siamesedFour)).not.toContain('mainJet');
  });

  it('follows the kind of visit, and the complaint', () => {
    expect(idsOf(rack4, 'balance')).not.toContain('floatHeight');
    expect(idsOf(rack4, 'balance', 'Puddle under it every morning')).toContain('floatHeight');
    expect(idsOf(rack4, 'balance', 'Puddle under it every morning')).toContain('staticFuel');
    expect(idsOf(rack4, 'fault')).toContain('searched');
    expect(idsOf(rack4, 'full')).not.toContain('searched');
  });

  it('names only steps and quantities that there are, and waits only for what comes before', () => {
    const order = STEPS.map(({ id }) => id);
    expect(new Set(order).size).toBe(order.length);
    for (const step of STEPS)
      for (const { for: before } of step.waits) expect(order.indexOf(before)).toBeLessThan(order.indexOf(step.id));
    const measured = STEPS.flatMap((step) => (step.does === 'measure' ? [step.quantity] : []));
    expect([...measured].sort()).toEqual(QUANTITIES.map(({ id }) => id).sort());
    expect(stepOf('nonsense')).toBeUndefined();
  });

  it('asks for what nobody has said yet: a bank of an older setup still has a way', () => {
    const { fitting: _, ...old } = rack4;
    expect(idsOf(old)).toContain('floatHeight');
    expect(idsOf(old)).not.toContain('tapDodge');
  });
});

const opened = append([], { kind: 'opened', machine: 'Test four', complaint: '', setup: rack4 });
const jobOf = (log: readonly JobEvent[]): Job => {
  const job = foldJob(log);
  if (job === undefined) throw new Error('the log was opened');
  return job;
};
const float = (n: number, mm: number, when: 'found' | 'set' = 'found'): Bare => ({
  kind: 'measured',
  quantity: 'floatHeight',
  place: `No. ${n}`,
  when,
  typed: String(mm),
  result: { is: 'figure', value: mm / 1000, unit: 'mm' },
});
const inlet = 'Inlet No. 1 and No. 2';
const AT = '2026-01-01T00:00:00.000Z';
const run = (...whats: readonly Extract<Bare, { kind: 'timed' }>['what'][]): readonly Bare[] =>
  whats.map((what) => ({ kind: 'timed', test: 'staticFuel', place: inlet, what }));
const rowOf = (log: readonly JobEvent[], id: string) =>
  sheetOf(jobOf(log))
    .stages.flatMap(({ rows }) => rows)
    .find(({ step }) => step.id === id);

describe('a job’s sheet', () => {
  it('leads to the first thing that is open, place by place', () => {
    expect(sheetOf(jobOf(opened)).next).toEqual({ step: 'photographed', place: undefined });
    const log = [float(1, 26.2), float(2, 26.2)].reduce(append, opened);
    expect(rowOf(log, 'floatHeight')?.cells.map(({ state }) => state)).toEqual(['done', 'done', 'open', 'open']);
    expect(rowOf(log, 'floatHeight')?.cells[0]?.found?.typed).toBe('26.2');
    const set = append(log, float(1, 26, 'set'));
    expect(rowOf(set, 'floatHeight')?.cells[0]).toMatchObject({ found: { typed: '26.2' }, set: { typed: '26' } });
  });

  it('skips for a reason, once, and takes it back by undo', () => {
    const skipped = append(opened, { kind: 'stepSkipped', step: 'timing', reason: 'no light here' });
    expect(rowOf(skipped, 'timing')?.cells[0]).toMatchObject({ state: 'skipped', reason: 'no light here' });
    const undone = append(skipped, { kind: 'undone', event: skipped.at(-1)?.id ?? '' });
    expect(sheetOf(jobOf(undone))).toEqual(sheetOf(jobOf(opened)));
  });

  it('refuses what the machine does not have', () => {
    expect(() => append(opened, { kind: 'stepDone', step: 'water' })).toThrow('noSuchStep');
    expect(() => append(opened, { ...float(9, 26) })).toThrow('noSuchPlace');
    expect(() =>
      append(opened, {
        kind: 'measured',
        quantity: 'floatHeight',
        place: 'No. 1',
        when: 'found',
        typed: '1',
        result: { is: 'figure', value: 1, unit: 'bar' },
      }),
    ).toThrow('noSuchQuantity');
  });

  it('lets balance wait for throttles that come to rest, and says so', () => {
    const waits = rowOf(opened, 'balanced')?.waits ?? [];
    expect(waits.map((wait) => wait.for.id)).toEqual(['throttleReturn']);
    const skipped = append(opened, { kind: 'stepSkipped', step: 'throttleReturn', reason: 'known to be good' });
    expect(rowOf(skipped, 'balanced')?.waits).toEqual([]);
  });

  it('reopens what mends a bowl when it ran over, until that is done again', () => {
    const measured = [float(1, 26.2), float(2, 26.2)].reduce(append, opened);
    const failed = [
      ...run(
        { is: 'started', serverAt: AT },
        { is: 'marked', mark: 'overflow', afterS: 8, place: 'No. 2' },
        { is: 'ended', outcome: 'failed', afterS: 9 },
      ),
    ].reduce(append, measured);
    expect(rowOf(failed, 'floatHeight')?.cells.map(({ state }) => state)).toEqual(['done', 'again', 'open', 'open']);
    expect(rowOf(failed, 'staticFuel')?.cells[0]?.state).toBe('again');
    const mended = append(failed, float(2, 26, 'set'));
    expect(rowOf(mended, 'floatHeight')?.cells[1]?.state).toBe('done');
    const passed = run({ is: 'started', serverAt: AT }, { is: 'ended', outcome: 'passed', afterS: 61 }).reduce(
      append,
      mended,
    );
    expect(rowOf(passed, 'staticFuel')?.cells[0]?.state).toBe('done');
    expect(sheetEvidence(jobOf(failed))).toContainEqual({
      kind: 'tested',
      test: 'staticFuel',
      answer: 'fast',
      place: '2',
    });
    expect(sheetEvidence(jobOf(passed))).toContainEqual({
      kind: 'tested',
      test: 'staticFuel',
      answer: 'holds',
      place: '2',
    });
  });

  it('is over only when every cell is', () => {
    expect(isOver({ state: 'again' })).toBe(false);
    expect(isOver({ state: 'skipped' })).toBe(true);
  });
});

describe('what the sheet says in the search', () => {
  const jet = (n: number, size: number): Bare => ({
    kind: 'measured',
    quantity: 'mainJet',
    place: `No. ${n}`,
    when: 'found',
    typed: String(size),
    result: { is: 'figure', value: size, unit: 'stamp' },
  });

  it('is the odd jet, at the throat that it feeds, each once', () => {
    const log = [jet(1, 112), jet(2, 112), jet(3, 115), jet(4, 112)].reduce(append, opened);
    expect(sheetEvidence(jobOf(log))).toEqual([{ kind: 'tested', test: 'mainLight', answer: 'other', place: '3' }]);
    const searched = append(log, { kind: 'observed', observation: 'rebuilt', seen: true });
    const { suspects, told } = suspectsOfJob(jobOf(searched), []);
    expect(suspects.ranked[0]).toMatchObject({ place: '3', cause: { id: 'mixedJets' } });
    expect(told).toHaveLength(2);
  });

  it('gives way to what a person says of the same test', () => {
    const log = [jet(1, 112), jet(2, 112), jet(3, 115), jet(4, 112)].reduce(append, opened);
    const denied = append(log, { kind: 'tested', test: 'mainLight', place: '3', answer: 'clear' });
    expect(suspectsOfJob(jobOf(denied), []).told.map(({ evidence }) => evidence)).toEqual([
      { kind: 'tested', test: 'mainLight', place: '3', answer: 'clear' },
    ]);
  });

  it('is one word on one test, though two rows do it', () => {
    const turned = (quantity: string, n: number, turns: number): Bare => ({
      kind: 'measured',
      quantity,
      place: String(n),
      when: 'found',
      typed: String(turns),
      result: { is: 'figure', value: turns, unit: 'turns' },
    });
    const log = [1, 2, 3, 4]
      .flatMap((n) => [turned('screwCount', n, 1.5), turned('mixtureTurns', n, n === 3 ? 3 : 1.5)])
      .reduce(append, opened);
    const { told } = suspectsOfJob(jobOf(log), []);
    expect(told).toHaveLength(4);
    expect(told.map(({ seenBy }) => seenBy)).toEqual(['sheet', 'sheet', 'sheet', 'sheet']);
    expect(told.filter(({ evidence }) => evidence.kind === 'tested' && evidence.answer === 'far')).toMatchObject([
      { evidence: { test: 'countTurns', place: '3' } },
    ]);
  });

  it('is also what was found right, where a row does the whole test', () => {
    const bar = (n: number, value: number): Bare => ({
      kind: 'measured',
      quantity: 'compression',
      place: String(n),
      when: 'found',
      typed: String(value),
      result: { is: 'figure', value: value * 100, unit: 'bar' },
    });
    const log = [bar(1, 12), bar(2, 12.2), bar(3, 9), bar(4, 12)].reduce(append, opened);
    expect(sheetEvidence(jobOf(log)).map((each) => each.kind === 'tested' && `${each.place} ${each.answer}`)).toEqual([
      '3 low',
      '1 even',
      '2 even',
      '4 even',
    ]);
  });
});

describe('parts, and what came off', () => {
  it('are the machine’s own times carburetors and barrels, then what was added', () => {
    const log = [
      { kind: 'part', name: 'Bowl gasket', count: 4, state: 'fitted' },
      { kind: 'part', name: 'Choke cable', count: 1, state: 'toGet' },
    ].reduce((events, event) => append(events, event as Bare), opened);
    const parts = partsOf(jobOf(log));
    expect(parts.find(({ name }) => name === 'Slide diaphragm')).toEqual({
      name: 'Slide diaphragm',
      count: 4,
      state: 'open',
    });
    expect(parts.find(({ name }) => name === 'Bowl gasket')?.state).toBe('fitted');
    expect(parts.at(-1)).toEqual({ name: 'Choke cable', count: 1, state: 'toGet' });
    expect(partsOf({ setup: siamesedFour, sheet: [] }).map(({ name }) => name)).toContain('Damper oil');
  });

  it('come off in their order', () => {
    const log = append(append(opened, { kind: 'cameOff', what: 'choke link' }), { kind: 'cameOff', what: 'rack' });
    expect(cameOffOf(jobOf(log)).map(({ what }) => what)).toEqual(['choke link', 'rack']);
  });

  it('takes time by stage, and no pause for work', () => {
    const at = (minutes: number) => new Date(Date.parse(AT) + minutes * 60_000).toISOString();
    const log = [float(1, 26.2), float(2, 26.2), float(3, 26.2)].reduce(append, opened);
    const timed = log.map((event, i) => ({ ...event, at: at([0, 2, 5, 300][i] ?? 0) }));
    // Two and three minutes, then lunch: twenty at the most.
    expect(stageTimes(timed)).toEqual([{ stage: 'benchWork', seconds: (2 + 3 + 20) * 60 }]);
  });
});

describe('what earlier jobs teach', () => {
  it('is how long a stage takes, with its spread, from two jobs on', () => {
    const times = [10, 12, 30].map((minutes) => [{ stage: 'benchWork' as const, seconds: minutes * 60 }]);
    const [bench] = stageEstimates(times);
    expect(bench).toMatchObject({ stage: 'benchWork', jobs: 3, middle: 720 });
    expect(bench?.low).toBeLessThan(720);
    expect(bench?.high).toBeGreaterThan(720);
    expect(stageEstimates(times.slice(0, 1))).toEqual([]);
  });

  it('is how far the idle falls when the filters go on', () => {
    const visit = (idle: number, final: number) => {
      const base = append([], { kind: 'opened', machine: 'Test twin', complaint: '', setup: twin });
      const read = append(append(base, zero(0, 0)), reading({ kPa: [40, 40], rpm: idle }));
      return jobOf(
        append(read, {
          kind: 'measured',
          quantity: 'finalIdle',
          when: 'found',
          typed: String(final),
          result: { is: 'figure', value: final, unit: 'rpm' },
        }),
      );
    };
    expect(idleDropOf([visit(1100, 1070), visit(1090, 1070)])).toEqual({ dropRpm: 25, visits: 2 });
    expect(idleDropOf([jobOf(opened)])).toBeUndefined();
  });
});

describe('timed tests', () => {
  const test = (id: string) => {
    const found = timedTestOf(id);
    if (found === undefined) throw new Error(id);
    return found;
  };
  const mark = (afterS: number, value?: number) => ({ mark: 'overflow', afterS, place: 'No. 2', value });

  it('static: fails at the first overflow, may pass after a minute without one', () => {
    const judged = (afterS: number, ...marks: readonly ReturnType<typeof mark>[]) =>
      judgeTimed(rack4, { test: test('staticFuel'), run: { marks }, afterS });
    expect(judged(59)).toEqual({ is: 'running', passesAtS: 60 });
    expect(judged(60)).toEqual({ is: 'mayPass' });
    expect(judged(30, mark(8))).toMatchObject({ is: 'failed', tells: { answer: 'fast' } });
    expect(judged(90, mark(45))).toMatchObject({ is: 'failed', tells: { answer: 'slow' } });
  });

  it('return: five idles within the band that the bank needs', () => {
    const judged = (...values: readonly number[]) =>
      judgeTimed(rack4, {
        test: test('throttleReturn'),
        run: { marks: values.map((value) => mark(0, value)) },
        afterS: 60,
      });
    expect(judged(1150, 1160, 1140, 1155).is).toBe('running');
    expect(judged(1150, 1160, 1140, 1155, 1150)).toEqual({ is: 'mayPass' });
    expect(judged(800, 1200, 1000, 900, 1100)).toMatchObject({ is: 'failed', why: expect.stringContaining('400 rpm') });
  });

  it('sensor: 20.9 ± 0.4 % of oxygen (common practice, no source)', () => {
    const judged = (value: number) =>
      judgeTimed(rack4, { test: test('freeAir'), run: { marks: [mark(0, value)] }, afterS: 5 }).is;
    expect([judged(20.9), judged(20.5), judged(19.8), judged(21.4)]).toEqual([
      'mayPass',
      'mayPass',
      'failed',
      'failed',
    ]);
  });
});
