import { Ajv2020 } from 'ajv/dist/2020.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { findingsOf } from '../findings';
import { JobDocumentSchema, logProblems, readingsCsv, readJob, writeJob } from '../formats/job';
import { twinWithTwoStops } from '../setup';
import { append, idOf, logs, move, opened, reading, zero } from '../testing/jobs';
import { decide, effectiveEvents, foldJob, JOB_EVENT_KINDS, lastUndoable } from './index';

const at = '2026-01-01T00:00:00.000Z';

describe('folding', () => {
  it('adds moves up and remembers what is stale', () => {
    const log = [
      move('A', 0.25),
      move('A', -0.0625),
      reading({ kPa: [40, 41] }),
      { kind: 'coupled', coupling: 'C', state: 'clamped' } as const,
    ].reduce(append, opened);
    const job = foldJob(log);
    expect(job?.positions).toEqual({ A: 0.1875, B: 0, K: 0 });
    expect(job?.sinceReading).toBe('coupled');
    expect(job?.clamped).toEqual(['C']);
  });

  it('counts the gauges as zeroed when each of them was', () => {
    const one = append(opened, zero(0.1));
    expect(foldJob(one)?.gaugesZeroed).toBe(false);
    expect(foldJob(append(one, zero(0.1, -0.2)))?.gaugesZeroed).toBe(true);
  });

  it('is that of a log without the event, once the event is undone', () => {
    fc.assert(
      fc.property(logs, (log) => {
        const last = lastUndoable(log);
        if (last === undefined) return;
        const without = effectiveEvents(log).filter(({ id }) => id !== last.id);
        expect(foldJob(append(log, { kind: 'undone', event: last.id }))).toEqual(foldJob(without));
      }),
    );
  });

  it('is that of the whole log again, once the undoing is undone', () => {
    fc.assert(
      fc.property(logs, (log) => {
        const last = lastUndoable(log);
        if (last === undefined) return;
        const undone = append(log, { kind: 'undone', event: last.id });
        const again = append(undone, { kind: 'undone', event: undone.at(-1)?.id ?? '' });
        expect(effectiveEvents(again)).toEqual(effectiveEvents(log));
      }),
    );
  });
});

describe('deciding', () => {
  const refusal = (log: typeof opened, event: Parameters<typeof append>[1]) => {
    const decision = decide(log, { ...event, id: idOf(99), at });
    return decision.outcome === 'refused' ? decision.refusal : 'accepted';
  };

  it('keeps screws between seat and end over all moves', () => {
    const log = append(opened, move('A', -2.5));
    expect(refusal(log, move('A', -0.5))).toBe('accepted');
    expect(refusal(log, move('A', -0.5625))).toBe('pastTheSeat');
    expect(refusal(log, move('A', 6.5625))).toBe('pastTheEnd');
    expect(refusal(log, move('Q', 0.5))).toBe('noSuchAdjuster');
  });

  it('takes notes and undos between the finish and the end of the job', () => {
    const log = append(opened, { kind: 'finished', outcome: 'balanced', probability: 0.97 });
    expect(refusal(log, reading({ kPa: [40, 40] }))).toBe('alreadyFinished');
    expect(refusal(log, { kind: 'note', text: 'heard of it again' })).toBe('accepted');
    expect(refusal(log, { kind: 'undone', event: idOf(2) })).toBe('accepted');
    expect(refusal(log, { kind: 'undone', event: idOf(1) })).toBe('cannotUndoOpening');
    expect(refusal(log, { kind: 'closed' })).toBe('accepted');
  });

  it('takes nothing in a closed job but the undoing that opens it again', () => {
    const log = [{ kind: 'note', text: 'oil changed' } as const, { kind: 'closed' } as const].reduce(append, opened);
    expect(foldJob(log)?.status).toBe('closed');
    expect(refusal(log, { kind: 'note', text: 'too late' })).toBe('alreadyClosed');
    expect(refusal(log, { kind: 'closed' })).toBe('alreadyClosed');
    expect(refusal(log, { kind: 'undone', event: idOf(2) })).toBe('alreadyClosed');
    const again = append(log, { kind: 'undone', event: idOf(3) });
    expect(foldJob(again)?.status).toBe('open');
    expect(refusal(again, { kind: 'note', text: 'and on' })).toBe('accepted');
  });

  it('corrects a setup when all that was recorded fits it, and reads the log again with it', () => {
    const withoutKnob = { ...twinWithTwoStops, adjusters: twinWithTwoStops.adjusters.filter(({ id }) => id !== 'K') };
    const slower = { ...twinWithTwoStops, targets: { ...twinWithTwoStops.targets, idleRpm: 900 } };
    const log = append(opened, move('K', 0.25));
    expect(refusal(log, { kind: 'setupCorrected', setup: withoutKnob })).toBe('setupDoesNotFit');
    expect(refusal(opened, { kind: 'setupCorrected', setup: withoutKnob })).toBe('accepted');
    const unsound = { ...slower, throats: slower.throats.map((throat) => ({ ...throat, feeds: ['9'] })) };
    expect(refusal(log, { kind: 'setupCorrected', setup: unsound })).toBe('setupUnsound');
    const corrected = append(log, { kind: 'setupCorrected', setup: slower });
    expect(foldJob(corrected)).toEqual({ ...foldJob(log), setup: slower });
    expect(findingsOf(corrected, findingsOf(log))).toEqual(findingsOf(corrected));
  });

  it('calls a job practice from the first reading of a simulated engine on', () => {
    expect(foldJob(append(opened, reading({ kPa: [40, 41] })))?.practice).toBe(false);
    expect(foldJob(append(opened, { ...reading({ kPa: [40, 41] }), practice: true }))?.practice).toBe(true);
  });

  it('opens once, and takes nothing before', () => {
    expect(refusal([], move('A', 0.5))).toBe('notOpened');
    expect(refusal(opened, { kind: 'coupled', coupling: 'X', state: 'clamped' })).toBe('noSuchCoupling');
  });
});

describe('job documents', () => {
  it('come back as they were', () => {
    fc.assert(
      fc.property(logs, (log) => {
        const read = readJob(JSON.parse(JSON.stringify(writeJob(log))));
        expect(read).toEqual({ outcome: 'valid', value: writeJob(log) });
      }),
      { numRuns: 50 },
    );
  });

  it('hold every kind of event that there is: the schema and the storms cover them', () => {
    const seen = new Set(fc.sample(logs, { numRuns: 400, seed: 1 }).flatMap((log) => log.map(({ kind }) => kind)));
    expect([...seen].sort()).toEqual([...JOB_EVENT_KINDS].sort());
    const whole = new Ajv2020({ strict: false }).compile(JobDocumentSchema);
    for (const log of fc.sample(logs, { numRuns: 20, seed: 2 })) expect(whole(writeJob(log))).toBe(true);
  });

  const problemsOf = (document: unknown) => {
    const read = readJob(document);
    return read.outcome === 'invalid' ? read.problems.map(({ path, reason }) => `${path} ${reason}`) : [];
  };

  it('of a newer version are refused with what to do', () => {
    expect(problemsOf({ ...writeJob(opened), version: 3 })[0]).toMatch(
      /^\/version this job file is version 3; this program reads up to version 2/,
    );
  });

  it('are refused with the place when an event is wrong', () => {
    const log = append(opened, move('A', 0.25));
    const document = JSON.parse(JSON.stringify(writeJob(log)));
    document.events[1].turns = 0.1;
    expect(problemsOf(document)).toEqual(['/events/1/turns must be multiple of 0.03125']);
    document.events[1] = { ...log[1], seq: 5 };
    expect(problemsOf(document)).toEqual(['/events/1/seq must be 2: the log has no gaps']);
    expect(problemsOf('hello')).not.toEqual([]);
    expect(problemsOf({ ...writeJob(log), events: [{ kind: 'explosion' }] })[0]).toMatch(
      /^\/events\/0\/kind must be one of/,
    );
  });

  it('are refused when an event cannot stand where it stands', () => {
    const log = append(opened, move('A', 0.25));
    const [first, second] = log;
    if (first === undefined || second === undefined) throw new Error('two events were made');
    expect(logProblems([first, { ...second, id: first.id }])[0]?.reason).toBe('is used twice in this log');
    expect(logProblems([{ ...second, seq: 1 }])[0]?.reason).toBe('"move" cannot stand here: notOpened');
  });

  it('give their readings as CSV by RFC 4180', () => {
    const log = [zero(0.1, -0.1), reading({ kPa: [40.1234, 41] })].reduce(append, opened);
    const job = foldJob(log);
    expect(job && readingsCsv(job)).toBe(
      'at,source,duration_s,barometer_kpa,rpm,rpm_uncertainty,v1_kpa,v1_uncertainty_kpa,v1_flutter_kpa,v1_state,' +
        'v2_kpa,v2_uncertainty_kpa,v2_flutter_kpa,v2_state\r\n' +
        '2026-01-01T00:00:00.000Z,program,8.00,101.33,1050.0,2.0,40.123,0.050,,steady,41.000,0.050,,steady\r\n',
    );
  });
});
