import { describe, expect, it } from 'vitest';
import { findingsOf } from '../findings';
import type { Bare, JobEvent } from '../job';
import { ARCHETYPES } from '../setup';
import type { Weighed } from '../suspects';
import { append, blipped, move, zero } from '../testing/jobs';
import { cheapestLook } from './lookElsewhere';
import { turnToSeeWhichNeedles } from './turnToSeeWhichNeedles';

const six = ARCHETYPES.sideDraughtSix;
const shows: Bare = {
  kind: 'reading',
  source: 'program',
  durationS: 8,
  barometerKPa: 101.325,
  channels: six.throats.map(({ id }) => ({
    throat: id,
    depressionKPa: 48,
    uncertaintyKPa: 0.03,
    state: 'steady',
  })),
  speed: { rpm: six.targets.idleRpm - 100, uncertaintyRpm: 2, from: 'pulses' },
};
const read = [zero(0, 0, 0, 0, 0, 0), shows].reduce(
  append,
  append([], { kind: 'opened', machine: 'Dead end', complaint: '', setup: six }),
);
const noMeter: Bare = { kind: 'check', check: { what: 'noMeter' } };
const rested = [move('B', 0.25), blipped, noMeter, shows].reduce(append, read);

function found(log: readonly JobEvent[]) {
  const findings = findingsOf(log);
  if (findings === undefined) throw new Error('the log was opened');
  return findings;
}
const hoses = (one: string, other: string, probability: number): Weighed => ({
  suspicion: { kind: 'exchangedHoses', throats: [one, other] },
  probability,
});
const leak = (probability: number): Weighed => ({ suspicion: { kind: 'airLeak', throat: '3' }, probability });

describe('a turn to see which needles follow', () => {
  const { job, belief } = found(read);

  it('is of a screw that moves one of the two throats, towards the idle wanted', () => {
    const test = turnToSeeWhichNeedles(job, belief, [hoses('2', '5', 0.01)]);
    expect(test).toMatchObject({ adjuster: { id: 'A' }, turns: 0.5 });
  });

  it('is none for two throats of one shaft, which no turn parts, and none for a doubt too small', () => {
    expect(turnToSeeWhichNeedles(job, belief, [hoses('1', '2', 0.5)])).toBeUndefined();
    expect(turnToSeeWhichNeedles(job, belief, [hoses('2', '5', 0.001)])).toBeUndefined();
    expect(turnToSeeWhichNeedles(job, belief, [leak(0.5)])).toBeUndefined();
  });

  it('takes another screw once one was turned, and none when all were', () => {
    const next = found(append(read, move('A', 0.5)));
    expect(turnToSeeWhichNeedles(next.job, next.belief, [hoses('2', '5', 0.01)])?.adjuster.id).toBe('C');
    const all = found(append(append(read, move('A', 0.5)), move('C', 0.5)));
    expect(turnToSeeWhichNeedles(all.job, all.belief, [hoses('2', '5', 0.01)])).toBeUndefined();
  });
});

describe('a dead end', () => {
  const at = (log: readonly JobEvent[], suspicions: readonly Weighed[]) => {
    const { job, belief } = found(log);
    return cheapestLook({ job, belief, seed: 1, suspicions });
  };

  it('has a blip first, then a turn to see, then the meter', () => {
    expect(at(read, [])).toMatchObject({ purpose: 'afterBlip' });
    expect(at(rested, [hoses('2', '5', 0.01)])).toMatchObject({ kind: 'turn', purpose: 'whichNeedles' });
    const withMeter = [move('B', 0.25), blipped, shows].reduce(append, read);
    expect(at(withMeter, [])).toMatchObject({ purpose: 'meterMouths' });
  });

  it('is evidence: a cause of one in twenty is then the likeliest, one of a thousand is not', () => {
    // 0.05 against 0.02 of the 0.95 that a sound bank had.
    expect(at(rested, [leak(0.05)])).toMatchObject({
      kind: 'suspect',
      suspicionProbability: expect.closeTo(0.05 / (0.05 + 0.02 * 0.95), 12),
    });
    expect(at(rested, [leak(0.001)])).toBeUndefined();
  });
});
