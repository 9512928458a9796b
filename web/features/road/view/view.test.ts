import { foldJob, type JobEvent } from '@amber-needle/core/job';
import { describeRide, type RideColumn, type RoadMap, roadChangeEvent, roadOf } from '@amber-needle/core/road';
import { append, opened } from '@amber-needle/core/testing';
import { describe, expect, it } from 'vitest';
import type { DrawnRun } from '@/workers/roadProtocol';
import { COLUMN_CHOICES, choiceKey, withChoice } from './columnChoices';
import { proposedCylinders } from './cylinders';
import { mapView } from './mapView';
import { meteringView, metersAt } from './meteringView';
import { judgedLines, likeRows, roadSay } from './roadView';
import { panned, type Strip, timeTicks, wholeSpan, zoomed } from './stripOption';

const DESCRIPTION = {
  separator: ',',
  heading: 't,lambda',
  columns: [
    { is: 'time', scale: 's' },
    { is: 'lambda', sensor: 1, scale: 'lambda' },
  ],
} as const;

/** A log with one ride a cylinder, idle and full load as said. */
function ridden(log: readonly JobEvent[], cylinder: string, { idle, fullLoad }: { idle: number; fullLoad: number }) {
  const logged = append(log, {
    kind: 'rideLogged',
    hash: 'c'.repeat(64),
    name: `${cylinder}.csv`,
    description: { ...DESCRIPTION, columns: [...DESCRIPTION.columns] },
    sensors: [{ sensor: 1, cylinders: [cylinder] }],
    seconds: 600,
    stepS: 0.05,
  });
  const pieces = (regime: 'idle' | 'fullLoad', lambda: number) =>
    Array.from({ length: 6 }, (_, i) => ({ regime, lambda: lambda + 0.002 * (i % 2), seconds: 12, at: 20 * i }));
  return append(logged, {
    kind: 'rideRead',
    ride: logged.at(-1)?.id ?? '',
    stretches: [],
    sensors: [{ sensor: 1, units: [...pieces('idle', idle), ...pieces('fullLoad', fullLoad)] }],
  });
}

function roadOfLog(log: readonly JobEvent[]) {
  const job = foldJob(log);
  if (job === undefined) throw new Error('no job');
  return roadOf(job);
}

/** Cylinders by their own short names. */
const say = (road: ReturnType<typeof roadOfLog>) => roadSay(road, (id) => id);

describe('what the side says', () => {
  it('asks for a log first', () => {
    expect(say(roadOfLog(opened))).toMatchObject({ first: 'Bring the log', does: 'takeLog' });
  });

  it('names the part, why, and what is expected, with its caution', () => {
    const log = ridden(ridden(opened, '1', { idle: 0.96, fullLoad: 0.95 }), '2', { idle: 0.96, fullLoad: 0.95 });
    const said = say(roadOfLog(log));
    expect(said).toMatchObject({ first: 'Main jets, both', does: 'putOnSheet' });
    expect(said.second).toMatch(/sizes? larger/);
    expect(said.because).toMatch(/Full load of \w+ runs at 0\.95, right from 0\.85 to 0\.88\./);
    expect(said.expected.at(-1)).toBe('The rest stays where it is.');
    expect(said.cautions[0]).toContain('no more full load before it is richer');
  });

  it('leaves alone what is right', () => {
    const log = ridden(ridden(opened, '1', { idle: 0.96, fullLoad: 0.865 }), '2', { idle: 0.96, fullLoad: 0.865 });
    expect(say(roadOfLog(log))).toMatchObject({ first: 'Leave it so', second: 'all inside' });
  });

  it('waits for the next ride, then judges the change by it', () => {
    const before = ridden(ridden(opened, '1', { idle: 0.96, fullLoad: 0.95 }), '2', { idle: 0.96, fullLoad: 0.95 });
    const change = roadOfLog(before).advice[0];
    if (change === undefined) throw new Error('no change');
    const put = append(before, roadChangeEvent(change));
    expect(say(roadOfLog(put))).toMatchObject({ first: 'Ride it again', does: 'takeNext' });
    const reached = change.expected.find(({ regime }) => regime === 'fullLoad')?.expected ?? 0;
    const after = roadOfLog(
      ridden(ridden(put, '1', { idle: 0.96, fullLoad: reached }), '2', { idle: 0.96, fullLoad: reached }),
    );
    const judged = after.rounds[0]?.judged;
    expect(judged?.verdict).toBe('asExpected');
    expect(judged === undefined ? [] : judgedLines(judged, 2, (id) => id).map(({ held }) => held)).not.toContain(false);
    expect(after.learned[0]?.deviation).toBeLessThan(0.4);
  });

  it('waits while a log is read, and says so when there is nothing in it', () => {
    const logged = append(opened, {
      kind: 'rideLogged',
      hash: 'e'.repeat(64),
      name: 'short.csv',
      description: { ...DESCRIPTION, columns: [...DESCRIPTION.columns] },
      sensors: [{ sensor: 1, cylinders: ['1'] }],
      seconds: 20,
      stepS: 0.05,
    });
    expect(say(roadOfLog(logged))).toMatchObject({ first: 'Reading', does: 'nothing' });
    const read = append(logged, { kind: 'rideRead', ride: logged.at(-1)?.id ?? '', stretches: [], sensors: [] });
    expect(say(roadOfLog(read))).toMatchObject({ first: 'Nothing to judge', does: 'takeLog' });
  });

  it('says that a collector tells nothing of cylinders', () => {
    const one = append(opened, {
      kind: 'rideLogged',
      hash: 'd'.repeat(64),
      name: 'all.csv',
      description: { ...DESCRIPTION, columns: [...DESCRIPTION.columns] },
      sensors: [{ sensor: 1, cylinders: ['1', '2'] }],
      seconds: 600,
      stepS: 0.05,
    });
    const read = append(one, {
      kind: 'rideRead',
      ride: one.at(-1)?.id ?? '',
      stretches: [],
      sensors: [{ sensor: 1, units: [{ regime: 'idle', lambda: 0.95, seconds: 30, at: 10 }] }],
    });
    expect(say(roadOfLog(read)).notes[0]).toContain('nothing of any one of them');
  });
});

describe('the table', () => {
  it('has a line a regime, marks what is out in words too, all on one scale', () => {
    const log = ridden(ridden(opened, '1', { idle: 0.9, fullLoad: 0.865 }), '2', { idle: 0.96, fullLoad: 0.865 });
    const road = roadOfLog(log);
    if (road.now === undefined) throw new Error('no rides');
    const rows = likeRows(road, road.now.table, (id) => id);
    expect(rows.map(({ name }) => name)).toEqual(['Idle', 'Full load']);
    expect(rows[0]?.cells[0]).toMatchObject({ lambda: '0.90', odd: true, stands: 'rich' });
    expect(rows[0]?.apart?.text).toMatch(/2 is leaner than 1 by 0\.06/);
    expect(rows[0]?.under).toContain('mixture screw');
    for (const { scale } of rows) for (const { at } of scale.marks) expect(at > 0 && at < 1).toBe(true);
  });
});

describe('columns', () => {
  it('are what was chosen, and every proposal has its choice', () => {
    const keys = new Set(COLUMN_CHOICES.map(({ key }) => key));
    const text =
      'Time,RPM,TPS (V),AFR,MAP (kPa),EGT (F),O2,Batt (V),Speed (mph)\n0,1100,0.5,14.1,40,800,1,13.6,0\n1,1200,4.4,14.2,98,820,1,13.7,20';
    for (const column of describeRide(text)?.description.columns ?? []) expect(keys).toContain(choiceKey(column));
    for (const { key } of COLUMN_CHOICES) {
      const [column] = withChoice([{ is: 'nothing' }], 0, key);
      expect(column && choiceKey(column)).toBe(key);
    }
  });

  it('give a second sensor the next number', () => {
    const columns: RideColumn[] = [{ is: 'lambda', sensor: 1, scale: 'lambda' }, { is: 'nothing' }];
    expect(withChoice(columns, 1, 'lambda petrol')[1]).toEqual({ is: 'lambda', sensor: 2, scale: 'petrol' });
  });

  it('go to the cylinder that their name or the file’s says, else to the next without a ride', () => {
    const known = { cylinders: ['1', '2'], ridden: [], fileName: 'run.csv' };
    expect(proposedCylinders([{ sensor: 1, name: 'Lambda' }], known)).toEqual({ 1: '1' });
    expect(proposedCylinders([{ sensor: 1, name: 'Lambda' }], { ...known, ridden: ['1'] })).toEqual({ 1: '2' });
    expect(proposedCylinders([{ sensor: 1, name: 'Lambda' }], { ...known, fileName: 'cyl 2.csv' })).toEqual({ 1: '2' });
    expect(
      proposedCylinders(
        [
          { sensor: 1, name: 'Lambda 2' },
          { sensor: 2, name: 'Lambda 1' },
        ],
        known,
      ),
    ).toEqual({ 1: '2', 2: '1' });
  });
});

describe('looking along', () => {
  const whole = [0, 600] as const;

  it('keeps the place under the pointer, and stays within the whole', () => {
    const [from, to] = zoomed(whole, whole, { factor: 0.5, about: 0.25 });
    expect([from, to]).toEqual([75, 375]);
    expect(zoomed([75, 375], whole, { factor: 10, about: 0.5 })).toEqual([0, 600]);
    expect(zoomed([10, 11], whole, { factor: 0.1, about: 0.5 })[1]).toBe(12.5);
    expect(panned([75, 375], whole, 1)).toEqual([300, 600]);
    expect(panned([75, 375], whole, -1)).toEqual([0, 300]);
  });

  it('has round times under it', () => {
    expect(timeTicks(whole).map(({ text }) => text)).toEqual(['0 min', '2 min', '4 min', '6 min', '8 min', '10 min']);
    expect(timeTicks([62, 75]).map(({ text }) => text)).toContain('1:04');
  });

  it('spans all runs as they are lined up', () => {
    const run = { seconds: 100 } as DrawnRun;
    const strip = (shift: number) => ({ run, shift }) as Strip;
    expect(wholeSpan([strip(0), strip(20)])).toEqual([-20, 100]);
    expect(wholeSpan([strip(0), strip(-30)])).toEqual([0, 130]);
  });
});

describe('the pictures', () => {
  it('map only what was ridden', () => {
    const map: RoadMap = {
      by: 'opening',
      rpm: [0, 500, 1000],
      across: [0, 0.1, 0.5, 1],
      cells: [
        { row: 0, column: 0, lambda: 0.9, seconds: 30 },
        { row: 1, column: 2, lambda: 1.1, seconds: 10 },
        { row: 1, column: 1, lambda: 1, seconds: 0.1 },
      ],
    };
    const view = mapView(map);
    expect(view.columns).toEqual(['0–10', '50–100']);
    expect(view.rows.map(({ name }) => name)).toEqual(['500', '0']);
    expect(view.rows[0]?.cells).toEqual([undefined, expect.objectContaining({ lambda: '1.10' })]);
    expect(view.spent[0]?.share).toBe(1);
  });

  it('draw one curve a part and name what meters at an opening', () => {
    const view = meteringView('slide', undefined);
    expect(view.curves.map(({ part }) => part)).toContain('Main jet');
    expect(metersAt('slide', 0.95)[0]?.part).toBe('main jet');
    expect(metersAt('slide', 0)[0]?.share).toBe(1);
  });
});
