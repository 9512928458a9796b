import { foldJob } from '@amber-needle/core/job';
import { twinWithTwoStops } from '@amber-needle/core/setup';
import { opened } from '@amber-needle/core/testing';
import { describe, expect, it } from 'vitest';
import { otherSetup } from '@/features/job/view/otherSetup';
import { unreadableText } from '@/features/job/view/unreadable';
import { day, moment, timeOfDay } from './dates';
import { refusalText, refusalWords } from './refusalWords';

describe('moments', () => {
  it('are shown where the workshop is, the whole one with its zone', () => {
    expect(moment('2026-11-24T16:30:00.000Z')).toMatch(/^2\d Nov 2026, \d\d:\d0 GMT/);
    expect(day('2026-11-24T12:00:00.000Z')).toMatch(/^2[45] Nov 2026$/);
    expect(timeOfDay('2026-11-24T12:30:00.000Z')).toMatch(/^\d\d:[0-5]\d$/);
  });

  it('that cannot be read break nothing', () => {
    for (const wrong of ['0000-00-00T00:00:00.000Z', '2026-13-45', '', 'x']) expect(day(wrong)).toBe('no date');
  });
});

describe('what stands in the way', () => {
  it('is said in words, also when a newer server says it', () => {
    expect(refusalWords('pastTheSeat')).toBe(refusalText('pastTheSeat'));
    expect(refusalWords('There is no such job.')).toBe('There is no such job.');
    expect(refusalWords('toString')).toBe('toString');
    expect(unreadableText({ seq: 7, reason: '/at is wrong' })).toMatch(
      /^Event 7 of this job cannot be read: \/at is wrong\./,
    );
  });

  it('is no other bank where the machine still has the job’s', () => {
    const job = foldJob(opened);
    if (job === undefined) throw new Error('the job was opened');
    const slower = { ...twinWithTwoStops, targets: { ...twinWithTwoStops.targets, idleRpm: 900 } };
    expect(otherSetup(job, undefined)).toBeUndefined();
    expect(otherSetup(job, { setup: { unreadable: 'x' } })).toBeUndefined();
    expect(otherSetup(job, { setup: structuredClone(twinWithTwoStops) })).toBeUndefined();
    expect(otherSetup(job, { setup: slower })).toEqual(slower);
  });
});
