import { describe, expect, it } from 'vitest';
import { foldBelief } from '../belief';
import { foldJob, type JobEvent } from '../job';
import { ARCHETYPES } from '../setup';
import { append, move, opened, reading, zero } from '../testing';
import { offIdleFinding } from './offIdle';

const setup = ARCHETYPES.vTwin;
const begun = append([], { kind: 'opened', machine: 'Test twin', complaint: '', setup });
const held = [zero(0, 0), { kind: 'stage', stage: 'offIdle' } as const].reduce(append, begun);
const late = append(held, reading({ kPa: [58, 62], rpm: 1900 }));

function turnOf(log: readonly JobEvent[]) {
  const job = foldJob(log);
  if (job === undefined) throw new Error('the log was opened');
  return offIdleFinding(job, foldBelief(setup, log))?.turn;
}

describe('a turn of the linkage', () => {
  it('opens the throat that comes late and shuts the one that comes early, by its geometry at first', () => {
    expect(turnOf(late)).toMatchObject({ adjuster: 'T', basis: 'geometry', doubt: expect.closeTo(0.5, 6) });
    expect(turnOf(late)?.turns).toBeGreaterThan(0);
    expect(turnOf(append(held, reading({ kPa: [62, 58], rpm: 1900 })))?.turns).toBeLessThan(0);
  });

  it('goes by what an earlier turn has shown, which outweighs the geometry', () => {
    const weak = [move('T', 0.5), reading({ kPa: [58, 61.5], rpm: 1900 })].reduce(append, late);
    // Half a turn took half a kPa: a first guess would not have gone so far.
    expect(turnOf(weak)).toMatchObject({ basis: 'seen', perTurn: expect.closeTo(1, 0) });
    expect(turnOf(weak)?.turns).toBeGreaterThan(2);
  });

  it('does not count a turn between which something else was turned, and asks for none where it did the contrary', () => {
    const mixed = [move('T', 0.5), move('A', 0.25), reading({ kPa: [58, 61.5], rpm: 1900 })].reduce(append, late);
    expect(turnOf(mixed)?.basis).toBe('geometry');
    const contrary = [move('T', 0.5), reading({ kPa: [58, 64], rpm: 1900 })].reduce(append, late);
    expect(turnOf(contrary)).toBeUndefined();
  });

  it('is none where the rod is out of reach, has no room or the bank agrees', () => {
    const away = { kind: 'reach', adjuster: 'T', state: 'outOfReach' } as const;
    expect(turnOf(append(late, away))).toBeUndefined();
    expect(turnOf(append(held, reading({ kPa: [60, 60.2], rpm: 1900 })))).toBeUndefined();
    expect(turnOf(opened)).toBeUndefined();
  });
});
