import { foldBelief } from '@amber-needle/core/belief';
import { effectiveEvents, foldJob, type JobEvent } from '@amber-needle/core/job';
import { twinWithTwoStops } from '@amber-needle/core/setup';
import { append, move, opened, reading, zero } from '@amber-needle/core/testing';
import { describe, expect, it } from 'vitest';
import { beliefOf } from './beliefOf';

const log = [zero(0.1, -0.2), reading({ kPa: [44, 40] }), move('A', 0.25), reading({ kPa: [42, 41] })].reduce(
  append,
  opened,
);

function folded(events: readonly JobEvent[]) {
  const setup = foldJob(events)?.setup;
  if (setup === undefined) throw new Error('the log was opened');
  return foldBelief(setup, events);
}

describe('the belief of a job’s page', () => {
  it('is that of the whole log, taken up where the last look ended or not', async () => {
    for (let length = 1; length <= log.length; length += 1)
      expect(await beliefOf('a', twinWithTwoStops, log.slice(0, length))).toEqual(folded(log.slice(0, length)));
    expect(await beliefOf('b', twinWithTwoStops, log)).toEqual(folded(log));
  });

  it('forgets what was undone, and what a corrected bank makes of it', async () => {
    await beliefOf('c', twinWithTwoStops, log);
    const undone = append(log, { kind: 'undone', event: log.at(-1)?.id ?? '' });
    expect(effectiveEvents(undone)).toHaveLength(log.length - 1);
    expect(await beliefOf('c', twinWithTwoStops, undone)).toEqual(folded(undone));
    const slower = { ...twinWithTwoStops, targets: { ...twinWithTwoStops.targets, idleRpm: 900 } };
    const corrected = append(log, { kind: 'setupCorrected', setup: slower });
    expect(await beliefOf('c', slower, corrected)).toEqual(folded(corrected));
  });

  it('keeps only so many, and tells the same when it has forgotten', async () => {
    for (let i = 0; i < 60; i += 1) await beliefOf(`many-${i}`, twinWithTwoStops, log.slice(0, 3));
    expect(await beliefOf('many-0', twinWithTwoStops, log)).toEqual(folded(log));
  });
});
