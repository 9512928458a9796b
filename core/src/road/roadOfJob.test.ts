import { describe, expect, it } from 'vitest';
import { foldJob, type JobEvent } from '../job';
import { sheetOf } from '../sheet';
import { append, opened } from '../testing';
import { keptReading, roadChangeEvent, roadEvidence, roadOf, type TipIn, type Unit, unitsKept } from '.';

function jobOf(log: readonly JobEvent[]) {
  const job = foldJob(log);
  if (job === undefined) throw new Error('no job');
  return job;
}

type Lambdas = Readonly<Partial<Record<Unit['regime'], number>>>;

/** A log with one more ride of a cylinder, with lambda as said and a tip-in where there is one. */
function ridden(log: readonly JobEvent[], cylinder: string, { lambdas, tipIn }: { lambdas: Lambdas; tipIn?: TipIn }) {
  const logged = append(log, {
    kind: 'rideLogged',
    hash: 'f'.repeat(64),
    name: 'run.csv',
    description: {
      separator: ',',
      heading: 't,lambda',
      columns: [
        { is: 'time', scale: 's' },
        { is: 'lambda', sensor: 1, scale: 'lambda' },
      ],
    },
    sensors: [{ sensor: 1, cylinders: [cylinder] }],
    seconds: 600,
    stepS: 0.05,
  });
  const units = Object.entries(lambdas).flatMap(([regime, lambda]) =>
    Array.from({ length: 8 }, (_, i) => ({
      regime: regime as Unit['regime'],
      lambda: lambda + (i % 2 === 0 ? 0.002 : -0.002),
      seconds: 15,
      at: 30 * i,
    })),
  );
  return append(logged, {
    kind: 'rideRead',
    ride: logged.at(-1)?.id ?? '',
    stretches: [],
    sensors: [{ sensor: 1, units, ...(tipIn === undefined ? {} : { tipIn }) }],
  });
}

const RIGHT: Lambdas = { idle: 0.965, justOffIdle: 0.955, cruiseLow: 0.98, rollOn: 0.91, fullLoad: 0.865 };

describe('rides of a job', () => {
  it('stand in the order of the bank, whichever was taken first', () => {
    const log = ridden(ridden(opened, '2', { lambdas: RIGHT }), '1', { lambdas: RIGHT });
    expect(roadOf(jobOf(log)).now?.table.columns.map(({ cylinders }) => cylinders)).toEqual([['1'], ['2']]);
  });

  it('are judged by the aims of the job, and forget what is undone', () => {
    const log = ridden(opened, '1', { lambdas: RIGHT });
    const planned = append(log, { kind: 'roadPlan', bands: [{ regime: 'idle', low: 1, high: 1.02 }] });
    const idle = (of: readonly JobEvent[]) => roadOf(jobOf(of)).now?.table.rows.find(({ regime }) => regime === 'idle');
    expect(idle(log)?.cells[0]?.stands).toBe('inside');
    expect(idle(planned)?.cells[0]?.stands).toBe('rich');
    const undone = append(planned, { kind: 'undone', event: planned.at(-1)?.id ?? '' });
    expect(idle(undone)?.cells[0]?.stands).toBe('inside');
  });

  it('tell the search what lies clearly outside, and nothing of a collector', () => {
    const lean = ridden(opened, '1', { lambdas: { ...RIGHT, fullLoad: 1, cruiseLow: 1.08, justOffIdle: 1.05 } });
    expect(roadEvidence(jobOf(lean)).map((each) => each.kind === 'observed' && each.observation)).toEqual([
      'leanSteady',
      'leanLoad',
      'firstLean',
    ]);
    expect(roadEvidence(jobOf(ridden(opened, '1', { lambdas: RIGHT })))).toEqual([]);
    expect(roadEvidence(jobOf(opened))).toEqual([]);
  });

  it('ask for the pump where quick openings go lean, and for it alone', () => {
    const tipIn = { spike: 0.2, deviation: 0.02, count: 9 };
    const log = ridden(opened, '1', { lambdas: RIGHT, tipIn });
    const { setup, ...rest } = jobOf(log);
    const carburetors = ['Left', 'Right'].map((name) => ({ name, body: 'twoBarrel' as const, bowls: 1 }));
    const fitted = {
      ...setup,
      fitting: {
        carburetors,
        inlets: [{ name: 'Inlet', feeds: ['Left', 'Right'] }],
        tap: 'none',
        feed: 'gravity',
        cooling: 'air',
        choke: 'flap',
      } as const,
    };
    const withPump = roadOf({
      ...rest,
      setup: {
        ...fitted,
        fitting: {
          ...fitted.fitting,
          carburetors,
          inlets: [...fitted.fitting.inlets].map((inlet) => ({ ...inlet, feeds: [...inlet.feeds] })),
        },
      },
    });
    expect(withPump.advice[0]).toMatchObject({ part: 'pump', steps: 1, tipIn });
    // A slide has no pump: nothing is asked of it.
    expect(roadOf(jobOf(log)).advice).toEqual([]);
  });
});

describe('a change after a ride', () => {
  const before = ridden(opened, '1', { lambdas: { ...RIGHT, fullLoad: 0.95 } });
  const [change] = roadOf(jobOf(before)).advice;
  if (change === undefined) throw new Error('no change');
  const put = append(before, roadChangeEvent(change));
  const rowOf = (log: readonly JobEvent[]) =>
    sheetOf(jobOf(log))
      .stages.flatMap(({ rows }) => rows)
      .find(({ step }) => step.id === 'roadChange');

  it('is a step of the sheet until it is done, and anew with the next change', () => {
    expect(rowOf(before)).toBeUndefined();
    expect(rowOf(put)?.step.order).toMatch(/^Main jet: .* larger$/);
    expect(rowOf(put)?.cells[0]?.state).toBe('open');
    const done = append(put, { kind: 'stepDone', step: 'roadChange' });
    expect(rowOf(done)?.cells[0]?.state).toBe('done');
    const again = append(done, {
      kind: 'roadChange',
      part: 'needle',
      unit: 'shim',
      steps: -1,
      cylinders: ['1'],
      isEveryCylinder: true,
      expected: [],
    });
    expect(rowOf(again)?.cells[0]?.state).toBe('again');
    expect(rowOf(again)?.step.order).toBe('Needle: one shim out');
  });

  it('is on a short visit’s sheet too, before closing up', () => {
    const short = append(put, { kind: 'visit', visit: 'balance' });
    const { stages } = sheetOf(jobOf(short));
    const place = (id: string) => stages.findIndex((stage) => stage.id === id);
    expect(place('underWay')).toBeGreaterThanOrEqual(0);
    expect(place('underWay')).toBeLessThan(place('closeUp'));
  });

  it('waits for its ride, is judged by it, and teaches what a step does', () => {
    expect(roadOf(jobOf(put)).waiting).toMatchObject({ part: 'mainJet' });
    expect(roadOf(jobOf(put)).advice).toEqual([]);
    const reached = change.expected.find(({ regime }) => regime === 'fullLoad')?.expected ?? 0;
    const half = (0.95 + reached) / 2;
    const after = roadOf(jobOf(ridden(put, '1', { lambdas: { ...RIGHT, fullLoad: half } })));
    expect(after.rounds[0]?.judged?.verdict).toBe('lessThanExpected');
    expect(after.learned[0]?.factor).toBeGreaterThan(0.35);
    expect(after.learned[0]?.factor).toBeLessThan(0.7);
  });
});

describe('units that a log keeps', () => {
  const unit = (regime: Unit['regime'], i: number): Unit => ({
    regime,
    lambda: 0.9 + (i % 10) / 100,
    seconds: 1 + (i % 5),
    opening: Number.NaN,
    logRpm: 7,
    at: i,
  });

  it('come back as they were, to what they are worth', () => {
    const units = [unit('idle', 1), unit('rollOn', 2)];
    expect(unitsKept(keptReading({ sensor: 1, units, tipIn: undefined }).units)).toEqual(units);
  });

  it('are never too many, and have the same mean', () => {
    const units = Array.from({ length: 1500 }, (_, i) => unit('cruiseLow', i));
    const kept = unitsKept(keptReading({ sensor: 1, units, tipIn: undefined }).units);
    const mean = (of: readonly Unit[]) =>
      of.reduce((sum, { lambda, seconds }) => sum + lambda * seconds, 0) /
      of.reduce((sum, { seconds }) => sum + seconds, 0);
    expect(kept.length).toBe(600);
    expect(mean(kept)).toBeCloseTo(mean(units), 4);
  });
});
