import { decide, foldJob, type JobEvent } from '@amber-needle/core/job';
import { idOf, logs, move, opened, reading } from '@amber-needle/core/testing';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { lostByServer, wholeLog, withArrived } from './mergeLog';

const at = '2026-01-01T00:00:00.000Z';
let made = 1000;

/** The events with one more, as this browser would add it. */
function add(events: readonly JobEvent[], event: ReturnType<typeof move>): readonly JobEvent[] {
  made += 1;
  const decision = decide(events, { ...event, id: idOf(made), at });
  if (decision.outcome === 'refused') throw new Error(decision.refusal);
  return [...events, decision.event];
}

describe('a log that is written in two browsers', () => {
  it('moves waiting events behind those that were saved first', () => {
    const waiting = add(add(opened, reading({ kPa: [40, 41] })), move('A', 0.25)).slice(1);
    const confirmed = withArrived(opened, add(opened, move('B', 0.5)).slice(1));
    const { events, misfits } = wholeLog(confirmed, waiting);
    expect(misfits).toEqual([]);
    expect(events.map(({ kind, seq }) => [kind, seq])).toEqual([
      ['opened', 1],
      ['move', 2],
      ['reading', 3],
      ['move', 4],
    ]);
    expect(foldJob(events)?.positions).toEqual({ A: 0.25, B: 0.5, K: 0 });
    // Once they are saved in their new places, they wait no longer.
    const saved = withArrived(confirmed, events.slice(2));
    expect(wholeLog(saved, waiting).events).toEqual(events);
  });

  it('leaves out and names what can no longer stand', () => {
    const waiting = add(opened, move('A', 0.25)).slice(1);
    const confirmed = add(opened, { kind: 'finished', outcome: 'leftAsIs', probability: 0.2 });
    const { events, misfits } = wholeLog(confirmed, waiting);
    expect(events).toEqual(confirmed);
    expect(misfits).toEqual(waiting);
  });

  it('is unchanged by what arrives again, in any order, and never has a gap', () => {
    fc.assert(
      fc.property(logs, fc.nat(), fc.nat(), (log, from, to) => {
        const known = log.slice(0, 1 + (from % log.length));
        expect(withArrived(known, known)).toBe(known);
        const arrived = log.slice(to % log.length).reverse();
        const after = withArrived(known, arrived);
        expect(after).toEqual(log.slice(0, after.length));
        expect(after.length).toBe(to % log.length <= known.length ? log.length : known.length);
      }),
    );
  });

  it('knows what a server that was restored from an older state has lost', () => {
    const log = add(add(opened, move('A', 0.25)), move('B', 0.25));
    expect(lostByServer(log, log.slice(0, 2))).toEqual(log.slice(2));
    expect(lostByServer(log, log)).toEqual([]);
  });
});
