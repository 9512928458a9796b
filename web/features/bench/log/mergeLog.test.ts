import { decide, foldJob, type JobEvent, lastUndoable } from '@amber-needle/core/job';
import { idOf, logs, move, opened, reading } from '@amber-needle/core/testing';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type LocalLog, mergeConfirmed, mergeDelivered, wholeLog, withoutWaiting } from './mergeLog';

const at = '2026-01-01T00:00:00.000Z';
let made = 1000;

function add(log: LocalLog, event: Parameters<typeof proposalOf>[0]): LocalLog {
  const decision = decide(wholeLog(log), proposalOf(event));
  if (decision.outcome === 'refused') throw new Error(decision.refusal);
  return { ...log, waiting: [...log.waiting, decision.event] };
}

function proposalOf(event: ReturnType<typeof move>) {
  made += 1;
  return { ...event, id: idOf(made), at };
}

const start: LocalLog = { confirmed: opened, waiting: [] };

describe('a log that is written in two browsers', () => {
  it('moves waiting events behind those that were saved first, and both end up the same', () => {
    const here = add(add(start, reading({ kPa: [40, 41] })), move('A', 0.25));
    const there = add(start, move('B', 0.5));
    const saved = there.waiting;
    const { log, dropped } = mergeConfirmed(here, saved);
    expect(dropped).toEqual([]);
    expect(wholeLog(log).map(({ kind }) => kind)).toEqual(['opened', 'move', 'reading', 'move']);
    expect(wholeLog(log).map(({ seq }) => seq)).toEqual([1, 2, 3, 4]);
    const delivered = log.waiting.reduce((sofar, event) => mergeDelivered(sofar, event).log, log);
    const other = mergeConfirmed({ confirmed: [...opened, ...saved], waiting: [] }, delivered.confirmed);
    expect(wholeLog(other.log)).toEqual(wholeLog(delivered));
    expect(foldJob(wholeLog(delivered))?.positions).toEqual({ A: 0.25, B: 0.5, K: 0 });
  });

  it('drops and names what can no longer stand', () => {
    const here = add(start, move('A', 0.25));
    const finish = add(start, { kind: 'finished', outcome: 'leftAsIs', probability: 0.2 });
    const { log, dropped } = mergeConfirmed(here, finish.waiting);
    expect(log.waiting).toEqual([]);
    expect(dropped.map(({ kind }) => kind)).toEqual(['move']);
  });

  it('is unchanged by a repeated arrival', () => {
    fc.assert(
      fc.property(logs, (events: readonly JobEvent[]) => {
        const log: LocalLog = { confirmed: events, waiting: [] };
        expect(mergeConfirmed(log, events).log).toBe(log);
        expect(lastUndoable(wholeLog(log))).toEqual(lastUndoable(events));
      }),
      { numRuns: 30 },
    );
  });

  it('lets go of a refused event and keeps the others', () => {
    const here = add(add(start, move('A', 0.25)), move('B', 0.25));
    const [first] = here.waiting;
    if (first === undefined) throw new Error('two events wait');
    expect(withoutWaiting(here, first).waiting.map((event) => [event.kind, event.seq])).toEqual([['move', 2]]);
  });
});
