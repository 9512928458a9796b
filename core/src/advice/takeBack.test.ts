import { describe, expect, it } from 'vitest';
import { layoutOf } from '../belief';
import { findingsOf } from '../findings';
import type { Bare, JobEvent } from '../job';
import { twinWithTwoStops } from '../setup';
import { append, blipped, instrument, move, opened, reading, zero } from '../testing';
import { adviseNextMove } from './advise';
import { freeScrews, roomOf } from './freeScrews';

const stalled: Bare = { kind: 'stalled', seen: 'byPerson' };
const before = [instrument(0.5), zero(0, 0), reading({ kPa: [44, 40], rpm: 1300 }), move('K', -1)].reduce(
  append,
  opened,
);
const died = append(before, stalled);

function found(log: readonly JobEvent[]) {
  const findings = findingsOf(log);
  if (findings === undefined) throw new Error('the log was opened');
  return findings;
}

function advise(log: readonly JobEvent[]) {
  const { job, belief, suspicions } = found(log);
  return adviseNextMove(job, belief, { seed: 1, suspicions });
}

describe('a turn that killed the engine', () => {
  it('is taken back before anything else, once', () => {
    expect(advise(died)).toMatchObject({ kind: 'turn', adjuster: 'K', turns: 1, purpose: 'afterStall' });
    const back = append(died, move('K', 1));
    expect(advise(back).kind).not.toBe('turn');
  });

  it('is no turn of an engine that stood before it: a speed of nothing tells as well as a word', () => {
    const nothing = reading({ kPa: [0, 0], rpm: 0 });
    for (const told of [stalled, nothing]) {
      const { job } = found([told, move('K', 0.5), told].reduce(append, died));
      expect(job.stall).toBeUndefined();
    }
    expect(found(append(before, nothing)).job.stall).toMatchObject({ adjuster: 'K', by: -1 });
  });

  it('leaves what is believed of the air alone where the engine stood when it was read', () => {
    const stood = [append(before, reading({ kPa: [0.1, 0], rpm: 3 })), append(before, stalled)].map(
      (log) => found(log).belief.mean,
    );
    expect(stood[0]).toEqual(stood[1]);
  });

  it('is none where nothing was turned', () => {
    const log = append(append(before, move('K', 0)), stalled);
    const advice = advise(log);
    expect(advice.kind === 'turn' ? advice.turns : undefined).not.toBe(0);
  });

  it('is never gone as far again: half of it is the screw’s limit from then on', () => {
    const log = [move('K', 1), reading({ kPa: [44, 40], rpm: 1300 })].reduce(append, died);
    const { job } = found(log);
    const knob = freeScrews(job).find(({ id }) => id === 'K');
    expect(knob && roomOf(job, knob)).toEqual({ out: 0.5, in: knob?.range.inTurns });
    const advice = advise(log);
    if (advice.kind === 'turn' && advice.adjuster === 'K') expect(advice.turns).toBeGreaterThanOrEqual(-0.5);
  });

  it('taught that the idle follows its screw more than was thought', () => {
    const back = [move('K', 1), reading({ kPa: [44, 40], rpm: 1300 })].reduce(append, died);
    const easy = [move('K', 1), reading({ kPa: [44, 40], rpm: 1300 })].reduce(append, before);
    const speed = layoutOf(twinWithTwoStops).speed;
    const after = (log: readonly JobEvent[]) => found(append(log, move('K', -0.25))).belief.mean[speed] ?? 0;
    expect(after(back)).toBeLessThan(after(easy) - 0.01);
  });

  it('is no screw’s doing where nothing was turned since the last reading', () => {
    const idle = [
      instrument(0.5),
      zero(0, 0),
      reading({ kPa: [40, 40] }),
      blipped,
      reading({ kPa: [40, 40] }),
      stalled,
    ];
    const { job } = found(idle.reduce(append, opened));
    expect(job.stall).toBeUndefined();
    expect(job.stallsBeyond).toEqual({});
  });
});
