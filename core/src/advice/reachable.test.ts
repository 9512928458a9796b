import { describe, expect, it } from 'vitest';
import { foldBelief } from '../belief';
import { foldJob, type JobEvent } from '../job';
import { ARCHETYPES, type Setup, twinWithTwoStops } from '../setup';
import { append, instrument, move, opened, reading, zero } from '../testing';
import { adviseNextMove } from './advise';
import { outOfReach } from './reachable';

function known(log: readonly JobEvent[]) {
  const job = foldJob(log);
  if (job === undefined) throw new Error('the log was opened');
  return { job, belief: foldBelief(job.setup, log) };
}
const leftOf = (log: readonly JobEvent[]) => {
  const { job, belief } = known(log);
  return outOfReach(job, belief);
};
const begun = (setup: Setup) =>
  [instrument(0.5), zero(...setup.throats.map(() => 0))].reduce(
    append,
    append([], { kind: 'opened', machine: 'Test bank', complaint: '', setup }),
  );

describe('what is out of reach', () => {
  it('is nothing where screws can do it, however far it is to go', () => {
    const log = append(begun(twinWithTwoStops), reading({ kPa: [48, 36], rpm: 1200 }));
    expect(leftOf(log)).toBeUndefined();
  });

  it('is what two throats of one shaft differ by, and no more: the shafts are set against each other, and the idle', () => {
    const six = ARCHETYPES.sideDraughtSix;
    const log = append(begun(six), reading({ kPa: [50, 44, 40, 40, 44, 44], rpm: 700 }));
    const left = leftOf(log);
    expect(left).toBeDefined();
    const [one = 0, two = 0, three = 0, four = 0] = left ?? [];
    expect(Math.abs(one - two)).toBeGreaterThan(2);
    expect(Math.abs(three - four)).toBeLessThan(0.5);
    expect(left?.at(-1)).toBe(0);
  });

  it('is the idle alone where every screw that could lift it is at its end', () => {
    const tight = {
      ...twinWithTwoStops,
      adjusters: twinWithTwoStops.adjusters.map((adjuster) => ({
        ...adjuster,
        range: { outTurns: 3, inTurns: 0.125 },
      })),
    };
    const log = append(begun(tight), reading({ kPa: [44, 41], rpm: 700 }));
    const left = leftOf(log);
    expect(left?.at(-1)).toBeLessThan(-1);
    expect([left?.[0], left?.[1]]).toEqual([0, 0]);
    // The throats are still brought together.
    const { job, belief } = known(log);
    expect(adviseNextMove(job, belief, { seed: 1, live: 'steady' }).kind).toBe('turn');
  });
});

describe('a turn that would only go back again', () => {
  it('is halved, or another screw is turned: work that is far from its end goes on', () => {
    const zeroed = append(append(opened, instrument(0.5)), zero(0, 0));
    const toAndFro = [
      reading({ kPa: [46, 38] }),
      move('A', 0.25),
      reading({ kPa: [38, 42] }),
      move('A', -0.25),
      reading({ kPa: [46, 38] }),
    ].reduce(append, zeroed);
    const { job, belief } = known(toAndFro);
    const advice = adviseNextMove(job, belief, { seed: 1, live: 'steady' });
    expect(advice.kind).toBe('turn');
    if (advice.kind === 'turn' && advice.adjuster === 'A') expect(Math.abs(advice.turns)).toBeLessThanOrEqual(0.125);
  });
});
