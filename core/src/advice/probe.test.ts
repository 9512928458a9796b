import { describe, expect, it } from 'vitest';
import { foldBelief } from '../belief';
import { foldJob } from '../job';
import { ARCHETYPES } from '../setup';
import { append, move, reading, zero } from '../testing';
import { turns } from '../units';
import { asProbe } from './probe';

const rack = ARCHETYPES.rack4;
const begun = append([], { kind: 'opened', machine: 'Test rack', complaint: '', setup: rack });
const read = [zero(0, 0, 0, 0), reading({ kPa: [47, 48, 46, 47], rpm: 1350 })].reduce(append, begun);

function probed(log: typeof read, id: string, by: number): number {
  const job = foldJob(log);
  const adjuster = rack.adjusters.find((each) => each.id === id);
  if (job === undefined || adjuster === undefined) throw new Error('the rack has it');
  return asProbe(job, foldBelief(rack, log), { adjuster, turns: turns(by) }).turns;
}

describe('a turn that could stall the engine', () => {
  it('begins with a quarter while nobody knows the screw', () => {
    expect(probed(read, 'K', -1)).toBe(-0.25);
    expect(probed(read, 'K', -0.125)).toBe(-0.125);
  });

  it('may be twice as large each time it has shown next to nothing', () => {
    const tried = [move('K', -0.25), reading({ kPa: [47, 48, 46, 47], rpm: 1349 })].reduce(append, read);
    expect(Math.abs(probed(tried, 'K', -1))).toBeGreaterThanOrEqual(0.5);
  });

  it('is a whole step, whatever was really turned before', () => {
    const tried = [move('K', -0.29), reading({ kPa: [47, 48, 46, 47], rpm: 1349 })].reduce(append, read);
    expect((16 * probed(tried, 'K', -1)) % 1).toBeCloseTo(0, 12);
  });

  it('is no probe when it opens, or shuts one throat of four', () => {
    expect(probed(read, 'K', 1)).toBe(1);
    expect(probed(read, 'A', -1)).toBe(-1);
  });
});
