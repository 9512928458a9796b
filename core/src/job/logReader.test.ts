import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { append, idOf, logs, move, opened } from '../testing/jobs';
import {
  createLogReader,
  foldJob,
  foldStanding,
  type JobEvent,
  kindOf,
  type Standing,
  standingAfter,
  standingOf,
} from './index';

const stands = (events: readonly JobEvent[]) => standingOf(foldJob(events));

describe('reading a log event by event', () => {
  it('stands after each where the whole fold stands', () => {
    fc.assert(
      fc.property(logs, (log) => {
        const reader = createLogReader();
        for (const [i, event] of log.entries()) {
          expect(reader.take(event)).toBeUndefined();
          expect(reader.standing()).toEqual(stands(log.slice(0, i + 1)));
          expect(foldStanding(log.slice(0, i + 1))).toEqual(stands(log.slice(0, i + 1)));
        }
      }),
      { numRuns: 200 },
    );
  });

  it('goes on from a snapshot to the same place as from the start', () => {
    fc.assert(
      fc.property(logs, fc.nat(), (log, cut) => {
        const at = 1 + (cut % log.length);
        const tail = log.slice(at);
        if (tail.some((event) => kindOf(event).rewrites === true)) return;
        const snapshot: Standing = JSON.parse(JSON.stringify(stands(log.slice(0, at))));
        const after = tail.reduce(standingAfter, snapshot);
        expect(JSON.parse(JSON.stringify(after))).toEqual(JSON.parse(JSON.stringify(stands(log))));
      }),
      { numRuns: 300 },
    );
  });

  it('says why an event cannot stand, and goes on without it', () => {
    const reader = createLogReader();
    for (const event of opened) reader.take(event);
    const [wild] = append(opened, move('A', 0.25)).slice(1);
    if (wild?.kind !== 'move') throw new Error('a move was made');
    expect(reader.take({ ...wild, adjuster: 'Z' })).toBe('noSuchAdjuster');
    expect(reader.take(wild)).toBeUndefined();
    expect(reader.standing()?.positions.A).toBe(0.25);
  });

  it('gives a log up that undoes without end, and ordinary undoing never', () => {
    const at = '2026-01-01T00:00:00.000Z';
    const reader = createLogReader(10_000);
    for (const event of opened) reader.take(event);
    const turn = (n: number): JobEvent => {
      const turns = n % 2 === 0 ? 0.0625 : -0.0625;
      return { kind: 'move', version: 2, id: idOf(10 + n), seq: 2 + n, at, adjuster: 'A', turns };
    };
    const undo = (n: number, event: string): JobEvent => ({
      kind: 'undone',
      version: 1,
      id: idOf(n),
      seq: n,
      at,
      event,
    });
    for (let n = 0; n < 400; n += 1) expect(reader.take(turn(n))).toBeUndefined();
    // Each takes back the last move or brings it back: a step of the fold each.
    for (let n = 0; n < 200; n += 1)
      expect(reader.take(undo(5000 + n, n === 0 ? idOf(409) : idOf(5000 + n - 1)))).toBeUndefined();
    const farBack = Array.from({ length: 100 }, (_, n) =>
      reader.take(undo(9000 + n, n === 0 ? idOf(10) : idOf(9000 + n - 1))),
    );
    expect(farBack.indexOf('undoesTooMuch')).toBeGreaterThan(10);
  });
});
