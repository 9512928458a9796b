import { type Bare, foldJob, type Job, type JobEvent } from '@amber-needle/core/job';
import { ARCHETYPES } from '@amber-needle/core/setup';
import { type Row, type Sheet, sheetOf, type TimedRun, timedTestOf } from '@amber-needle/core/sheet';
import { append } from '@amber-needle/core/testing';
import { fromUnit, type MeasureUnit } from '@amber-needle/core/units';
import { parse } from 'csv-parse/sync';
import { describe, expect, it } from 'vitest';
import { flatScaleView } from '@/components/flatScaleView';
import { sheetReport } from '@/features/job/view/sheetReport';
import { entryText, figureText, placeLabel } from '@/words/entryWords';
import { eventText } from '@/words/eventWords';
import { THIN } from '@/words/numbers';
import { partsCsv } from './PartsDialog';
import { comeBacks } from './view/comeBacks';
import { mainKeyText } from './view/mainKeyText';
import {
  columnsOf,
  firstSpot,
  idleDropText,
  neighbour,
  rowsView,
  sistersHave,
  specText,
  spotAfter,
  stageOf,
  stageText,
} from './view/sheetView';
import { clockText, runText, timerView } from './view/timerView';

const { rack4, flatFour } = ARCHETYPES;
const opened = append([], { kind: 'opened', machine: 'Alder', complaint: 'Stalls.', setup: rack4 });
const jobOf = (log: readonly JobEvent[]): Job => {
  const job = foldJob(log);
  if (job === undefined) throw new Error('the log was opened');
  return job;
};
const wrote = (
  quantity: string,
  place: string,
  [typed, unit]: readonly [string, MeasureUnit],
  when: 'found' | 'set' = 'found',
): Bare => ({
  kind: 'measured',
  quantity,
  place,
  when,
  typed,
  result: { is: 'figure', value: fromUnit(Number(typed), unit), unit },
});
const float = (n: number, typed: string, when: 'found' | 'set' = 'found') =>
  wrote('floatHeight', `No. ${n}`, [typed, 'mm'], when);
const sheetWith = (...events: readonly Bare[]): Sheet => sheetOf(jobOf(events.reduce(append, opened)));
const rowOf = (sheet: Sheet, id: string): Row => {
  const row = sheet.stages.flatMap(({ rows }) => rows).find(({ step }) => step.id === id);
  if (row === undefined) throw new Error(id);
  return row;
};
const AT_FLOAT = { step: 'floatHeight', place: 'No. 3' };

describe('the flat scale', () => {
  it('lets marks that are alike fall on each other, in the middle', () => {
    const view = flatScaleView(
      ['1', '2', '3'].map((label) => ({ label, value: 112, odd: false })),
      { spec: undefined, alike: 0.001 },
    );
    expect(view.marks).toEqual([{ at: expect.closeTo(0.5, 6), labels: ['1', '2', '3'], odd: false }]);
  });

  it('sets the odd one apart, and keeps the specification in view', () => {
    const values = [26.2, 26.2, 27].map((value, i) => ({ label: String(i + 1), value, odd: value > 26.7 }));
    const { marks, lit } = flatScaleView(values, { spec: { low: 25.5, high: 26.7 }, alike: 0.3 });
    expect(marks.map(({ labels, odd }) => [labels.join(), odd])).toEqual([
      ['1,2', false],
      ['3', true],
    ]);
    expect(marks[1]?.at).toBeGreaterThan(lit?.to ?? 1);
    for (const at of [...marks.map((mark) => mark.at), lit?.from ?? -1, lit?.to ?? 2]) {
      expect(at).toBeGreaterThan(0);
      expect(at).toBeLessThan(1);
    }
  });

  it('does not blow up what nobody can measure', () => {
    const { marks } = flatScaleView(
      [26.2, 26.21].map((value, i) => ({ label: String(i), value, odd: false })),
      { spec: undefined, alike: 0.3 },
    );
    expect(marks).toHaveLength(1);
  });
});

describe('rows of the sheet', () => {
  it('show what was found and set, whose it is, and what is odd', () => {
    const sheet = sheetWith(
      float(1, '26.2'),
      float(2, '26.2'),
      float(3, '27.4'),
      float(3, '26.2', 'set'),
      float(4, '27.4'),
    );
    const stage = stageOf(sheet, AT_FLOAT);
    if (stage === undefined) throw new Error('no stage');
    const row = rowsView(stage, AT_FLOAT, {}).find(({ step }) => step === 'floatHeight');
    expect(row?.cells.map(({ label, found, set, odd }) => [label, found, set, odd])).toEqual([
      ['1', '26.2', '', false],
      ['2', '26.2', '', false],
      ['3', '27.4', '26.2', false],
      ['4', '27.4', '', true],
    ]);
    expect(row?.means).toContain('4: ');
    expect(row?.text).toContain('4 is outside the specification');
    expect(columnsOf(stage)).toEqual(['1', '2', '3', '4']);
    const inches = rowsView(stage, AT_FLOAT, { floatHeight: 'inch' }).find(({ step }) => step === 'floatHeight');
    expect([inches?.unit, inches?.cells[0]?.found]).toEqual(['in', '1 1/32']);
  });

  it('have one head where all their places are the same, and none where they differ', () => {
    const sheet = sheetOf(jobOf(append([], { kind: 'opened', machine: 'Weir', complaint: '', setup: flatFour })));
    const bench = sheet.stages.find(({ id }) => id === 'benchWork');
    expect(bench && columnsOf(bench)).toBeUndefined();
    expect(placeLabel('No. 3')).toBe('3');
    expect(placeLabel('Left bank')).toBe('Left bank');
    expect(placeLabel(undefined)).toBe('');
  });

  it('offer what the sisters have, where most agree', () => {
    const row = rowOf(sheetWith(float(1, '26.2'), float(2, '26.2')), 'floatHeight');
    expect(sistersHave(row, 'No. 3', 'found')?.typed).toBe('26.2');
    expect(
      sistersHave(rowOf(sheetWith(float(1, '26.2'), float(2, '26')), 'floatHeight'), 'No. 3', 'found'),
    ).toBeUndefined();
    expect(
      mainKeyText({
        step: row.step,
        unread: 0,
        typed: '',
        sisters: sistersHave(row, 'No. 3', 'found'),
        row,
        unit: 'mm',
      }),
    ).toBe('26.2 as 1 and 2');
    expect(mainKeyText({ step: row.step, unread: 1, typed: '', sisters: undefined, row, unit: 'mm' })).toBe(
      'I have read this',
    );
    expect(mainKeyText({ step: row.step, unread: 0, typed: '26', sisters: undefined, row, unit: 'mm' })).toBe(
      'Write 26',
    );
    expect(specText(row, {})).toBe('Specification 25.5 to 26.7 mm. Written: 1 at 26.2, 2 at 26.2.');
  });
});

describe('going through the sheet', () => {
  it('begins at a test that runs, else at what is open', () => {
    expect(firstSpot(sheetWith()).step).toBe('photographed');
    const running = sheetWith({
      kind: 'timed',
      test: 'staticFuel',
      place: 'Inlet No. 1 and No. 2',
      what: { is: 'started', serverAt: '2026-01-01T00:00:00.000Z' },
    });
    expect(firstSpot(running)).toEqual({ step: 'staticFuel', place: 'Inlet No. 1 and No. 2' });
  });

  it('goes along the row, then down, then to the next stage', () => {
    const sheet = sheetWith(float(1, '26.2'));
    expect(spotAfter(sheet, { step: 'floatHeight', place: 'No. 1' })).toEqual({ step: 'floatHeight', place: 'No. 2' });
    expect(spotAfter(sheet, { step: 'floatHeight', place: 'No. 4' })).toEqual({ step: 'needleDrop', place: 'No. 1' });
    const stage = stageOf(sheet, AT_FLOAT);
    if (stage === undefined) throw new Error('no stage');
    expect(neighbour(stage, AT_FLOAT, 'left').place).toBe('No. 2');
    expect(neighbour(stage, { ...AT_FLOAT, place: 'No. 4' }, 'right').place).toBe('No. 4');
    expect(neighbour(stage, AT_FLOAT, 'down')).toEqual({ step: 'needleDrop', place: 'No. 3' });
    expect(stageText(stage)).toMatch(/^1 of \d+$/);
    const estimate = { stage: 'base' as const, jobs: 3, middle: 720, low: 480, high: 1200 };
    const base = sheet.stages.find(({ id }) => id === 'base');
    expect(base && stageText(base, estimate)).toBe('some 12 min (8 to 20)');
    expect(idleDropText({ dropRpm: 24.6, visits: 2 }, 1150)).toContain('fell by 25 rpm (2 visits)');
  });

  it('leads on to the next stage once its own is done', () => {
    const coldStart = sheetWith({ kind: 'stepDone', step: 'coldStarted' });
    expect(spotAfter(coldStart, { step: 'coldStarted', place: undefined })).toEqual({
      step: 'coldStarted',
      place: undefined,
    });
    const leaks = spotAfter(sheetWith(), { step: 'leaks', place: undefined });
    expect(leaks.step).toBe('filtersOn');
  });
});

describe('figures as people write them', () => {
  it('have no false digits, and fractions where people say them', () => {
    expect(figureText(0.0262, 'mm')).toBe('26.2');
    expect(figureText(1.5, 'turns')).toBe('1½');
    expect(figureText(fromUnit(3, 'psi'), 'psi')).toBe('3');
    expect(entryText('floatHeight', { typed: '26,2', unit: 'mm', value: 0.0262, event: '' }, 'mm')).toBe('26,2');
    expect(entryText('needleValve', { typed: 'x', unit: undefined, value: 'worn', event: '' }, undefined)).toBe(
      'groove, or loose seat',
    );
  });
});

describe('a timer', () => {
  const test = timedTestOf('staticFuel');
  const run: TimedRun = { startedAt: '2026-01-01T00:00:00.000Z', attitude: undefined, marks: [], ended: undefined };

  it('says what to do at its second, and when it may pass', () => {
    if (test === undefined) throw new Error('no test');
    expect(clockText(65)).toBe('1:05');
    expect(timerView(test, { run: undefined, elapsed: 0 }).says).toContain('at the angle it has on the engine');
    expect(timerView(test, { run, elapsed: 30 })).toMatchObject({ clock: '0:30', dueS: 60, isDue: false });
    expect(timerView(test, { run, elapsed: 61 })).toMatchObject({ dueS: 300, isDue: true });
    expect(timerView(test, { run, elapsed: 301 }).says).toContain('once more');
    const marked = { ...run, marks: [{ mark: 'overflow', afterS: 8, place: 'No. 2', value: undefined }] };
    expect(timerView(test, { run: marked, elapsed: 9 }).marks).toBe(`2 ran over at 8${THIN}s`);
    expect(runText({ ended: { outcome: 'passed', afterS: 65 } })).toBe('Passed after 1:05.');
  });
});

describe('what was agreed, and the parts', () => {
  it('is the morning after, and the checks after that', () => {
    const [cold, shake] = comeBacks(new Date('2026-11-26T15:00:00'), true);
    expect(new Date(cold?.event.on ?? '').getHours()).toBe(8);
    expect(new Date(cold?.event.on ?? '').getDate()).toBe(27);
    expect(shake?.event).toMatchObject({ for: 'shakeDown', afterHours: 10 });
    expect(comeBacks(new Date('2026-11-26T15:00:00'), false)[1]?.event).toMatchObject({ afterKm: 300 });
  });

  it('go out as CSV that another parser reads, and no spreadsheet runs', () => {
    const parts = [
      { name: 'Hose, "long"', count: 2, state: 'toGet' as const },
      { name: '=SUM(1)', count: 1, state: 'open' as const },
    ];
    const rows = parse(partsCsv(parts), { columns: true, bom: true });
    expect(rows[0]).toEqual({ part: 'Hose, "long"', count: '2', state: 'to get' });
    expect(rows[1]).toMatchObject({ count: '1', state: '' });
    expect(JSON.stringify(rows[1])).not.toContain('"=SUM');
  });
});

describe('the report of a sheet', () => {
  const log = [
    float(1, '26.2'),
    float(2, '26.2'),
    float(3, '27.4'),
    float(4, '26.2'),
    float(3, '26.2', 'set'),
    wrote('needleDrop', 'No. 3', ['2.6', 'mm']),
    { kind: 'stepDone', step: 'photographed' } as const,
    { kind: 'stepSkipped', step: 'timing', reason: 'no light' } as const,
    { kind: 'part', name: 'Bowl gasket', count: 4, state: 'fitted' } as const,
    { kind: 'appointment', for: 'shakeDown', on: '2026-12-10T08:00:00.000Z', afterKm: 300 } as const,
  ].reduce((events, event) => append(events, event as Bare), opened);

  it('is what was found and left, done, fitted, to watch, and when to come back', () => {
    const report = sheetReport(jobOf(log), log);
    expect(report?.lines[0]).toMatchObject({
      name: 'Float height, mm',
      found: '1: 26.2, 2: 26.2, 3: 27.4, 4: 26.2',
      left: '26.2',
    });
    expect(report?.done).toEqual(['Photograph it before anything comes off']);
    expect(report?.skipped).toEqual(['Ignition timing at idle: no light']);
    expect(report?.parts).toEqual(['Bowl gasket, 4']);
    expect(report?.watch[0]).toContain('Needle valve opens 3: The float falls too far');
    expect(report?.comeBack[0]).toMatch(/^Check after a shake-down: 10 Dec 2026, or after 300 km$/);
    expect(sheetReport(jobOf(opened), opened)).toBeUndefined();
  });

  it('tells each event in a few words', () => {
    const texts = log.slice(1).map((event) => eventText(rack4, event));
    expect(texts[0]).toBe(`Float height (No. 1), found: 26.2${THIN}mm`);
    expect(texts.slice(6)).toEqual([
      'Photograph it before anything comes off: done',
      'Ignition timing at idle: skipped, no light',
      'Bowl gasket, 4: fitted',
      'Check after a shake-down, 10 Dec 2026',
    ]);
  });
});
