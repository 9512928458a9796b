import { describe, expect, it } from 'vitest';
import { at, seededRandom } from '../basics';
import { foldBelief } from '../belief';
import { foldJob } from '../job';
import { twinWithTwoStops } from '../setup';
import { append, move, opened, reading, zero } from '../testing/jobs';
import { balanceGoal } from './balanceGoal';
import { roomOf } from './freeScrews';

const log = [zero(0, 0), reading({ kPa: [42, 42], rpm: 800 })].reduce(append, opened);
const stand = (events: typeof log) => {
  const job = foldJob(events);
  if (job === undefined) throw new Error('the log was opened');
  return { job, belief: foldBelief(job.setup, events) };
};

describe('the goal of a balance', () => {
  it('counts a stall as moves where a turn shuts an engine’s air that idles low, and none where it opens', () => {
    const { job, belief } = stand(log);
    const goal = balanceGoal(job, belief);
    const knob = goal.screws.findIndex(({ id }) => id === 'K');
    const state = at(goal.states(1, seededRandom(1)), 0);
    const errors = new Float64Array(state.errors.length);
    expect(goal.move(state, knob, -3, errors)).toBeGreaterThan(0);
    expect(goal.move(state, knob, 3, errors)).toBe(0);
    expect(goal.move(state, knob, 0, errors)).toBe(0);
    errors.forEach((error, i) => {
      expect(error).toBeCloseTo(at(state.errors, i), 9);
    });
  });
});

describe('the room of a screw', () => {
  it('is less on the side to which it was turned, and more on the other', () => {
    const { job } = stand(append(log, move('A', 1)));
    const screw = at(
      twinWithTwoStops.adjusters.filter(({ id }) => id === 'A'),
      0,
    );
    expect(roomOf(job, screw)).toEqual({ out: screw.range.outTurns + 1, in: screw.range.inTurns - 1 });
  });
});
