import { foldBelief } from '@amber-needle/core/belief';
import { effectiveEvents, foldJob } from '@amber-needle/core/job';
import { ARCHETYPES } from '@amber-needle/core/setup';
import { airflow, append, blipped, instrument, move, opened, reading, round, zero } from '@amber-needle/core/testing';
import { describe, expect, it } from 'vitest';
import { chartOption } from './chartOption';
import { reportOf } from './report';

const log = [
  instrument(0.5),
  zero(0.5, -0.5),
  reading({ kPa: [44.5, 39.5], rpm: 1100 }),
  move('A', 0.25),
  reading({ kPa: [42.5, 41.4], rpm: 1120 }),
  { kind: 'note', text: 'Screw A is stiff.' } as const,
].reduce(append, opened);

function report(events: typeof log, wholeStory = false) {
  const job = foldJob(events);
  if (job === undefined) throw new Error('the log was opened');
  const counted = effectiveEvents(events);
  return reportOf({ job, counted, belief: foldBelief(job.setup, events), wholeStory });
}

describe('the report of a job', () => {
  it('has the bank as found and as of now, offsets taken off', () => {
    const { asFound, asLeft } = report(log);
    expect(asFound?.throats.map(({ figure }) => figure)).toEqual([
      '44.0\u202f±\u202f0.1\u202fkPa',
      '40.0\u202f±\u202f0.1\u202fkPa',
    ]);
    expect(asFound?.spread).toContain('4.0');
    expect(asLeft?.spread).toContain('0.1');
    expect(asLeft?.speed).toBe('1\u202f120\u202frpm');
  });

  it('tells every step, and leaves out what was undone', () => {
    const steps = (events: typeof log) => report(events).story.map(({ what }) => what);
    expect(steps(log)).toEqual([
      'Job opened',
      'Read with Old pair, 0.5 %',
      'Gauges zeroed',
      'Reading taken',
      'Stop A, ¼ turn in',
      'Reading taken',
      'Note',
    ]);
    const undone = append(log, { kind: 'undone', event: log.at(-1)?.id ?? '' });
    expect(steps(undone)).not.toContain('Note');
  });

  it('of a long job tells the last steps, says how many came before, and all when asked', () => {
    const long = Array.from({ length: 230 }, (_, i) => ({ kind: 'note', text: `n${i}` }) as const).reduce(
      append,
      opened,
    );
    const told = report(long);
    expect([told.story.length, told.earlierSteps, told.story.at(-1)?.detail]).toEqual([200, 31, 'n229']);
    expect([report(long, true).story.length, report(long, true).earlierSteps]).toEqual([231, 0]);
  });

  it('says open, balanced or left', () => {
    expect(report(log).verdict).toBe('Open');
    expect(report(append(log, { kind: 'finished', outcome: 'leftAsIs', probability: 0.4 })).verdict).toMatch(
      /^Left as it is/,
    );
    expect(report(opened).asFound).toBeUndefined();
  });

  it('draws each throat with its uncertainty and marks the moves', () => {
    const { readings, moves } = report(log);
    const option = chartOption({ readings, moves, decimal: '.' }, (token) => `<${token}>`);
    const series = option.series as { name: string; data: unknown[]; markLine?: { data: unknown[] } }[];
    expect(series.map(({ name, data }) => [name, data.length])).toEqual([
      ['Cylinder 1', 2],
      ['Cylinder 1, uncertainty', 2],
      ['Cylinder 2', 2],
      ['Cylinder 2, uncertainty', 2],
    ]);
    expect(series[0]?.markLine?.data).toHaveLength(1);
  });

  it('writes no mark over its neighbour', () => {
    const { readings } = report(log);
    const second = (s: number) => new Date(Date.parse(readings[0]?.at ?? '') + 1000 * s).toISOString();
    const moves = [0, 1, 50, 100].map((s) => ({ at: second(s), label: `Stop A, ${s}` }));
    const option = chartOption({ readings, moves, decimal: ',' }, () => 'x');
    const series = option.series as { markLine?: { data: { name: string }[] } }[];
    const texts = series[0]?.markLine?.data.map(({ name }) => name);
    expect(texts).toEqual(['Stop A\n0', '', 'Stop A\n50', 'Stop A\n100']);
  });
});

describe('the report of a bank that the air decides', () => {
  const begun = append([], { kind: 'opened', machine: 'Eight', complaint: '', setup: ARCHETYPES.fourBarrel });
  const jobLog = [airflow(10, 10, 8, 8), move('B', 0.5), blipped, airflow(10, 10, 10, 10)].reduce(append, begun);

  it('has what the meter showed, and the spread in per cent', () => {
    const { asFound, asLeft, unit, noun, readings, story } = report(jobLog);
    expect([noun, unit]).toEqual(['Throat', '% of air from the group']);
    expect(asFound?.throats[0]).toMatchObject({ figure: '10.0 on the meter' });
    expect(asFound?.spread).toMatch(/^22\u202f±.*%$/);
    expect(asFound?.speed).toBe('760\u202frpm');
    expect(asLeft?.spread).toMatch(/^0\u202f±/);
    expect(readings).toHaveLength(2);
    expect(story.map(({ what }) => what)).toEqual([
      'Job opened',
      'Airflow taken',
      'Secondary stop, ½ turn in',
      'Blipped, nothing turned',
      'Airflow taken',
    ]);
    expect(story[1]?.detail).toContain('1: 10.0 on the meter');
  });

  it('tells a round with one gauge from a reading', () => {
    expect(report(append(opened, round(44, 40))).story.at(-1)?.what).toBe('Round with one gauge taken');
  });
});
