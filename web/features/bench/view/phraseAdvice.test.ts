import type { Advice } from '@amber-needle/core/advice';
import { foldJob, type JobEvent } from '@amber-needle/core/job';
import { ARCHETYPES } from '@amber-needle/core/setup';
import type { SignalReading } from '@amber-needle/core/signal';
import { append, blipped, instrument, move, opened, reading, zero } from '@amber-needle/core/testing';
import { seconds } from '@amber-needle/core/units';
import { describe, expect, it } from 'vitest';
import { PLAIN_UNIT } from '@/words/deviceUnit';
import { suspicionWords } from '@/words/faultWords';
import type { LiveView } from '@/workers/signalProtocol';
import { adviceView } from './adviceView';
import { phraseAdvice } from './phraseAdvice';

const zeroed = [instrument(0.5), zero(0, 0)].reduce(append, opened);
const apart = append(zeroed, reading({ kPa: [44, 40], rpm: 1000 }));
const found = append(zeroed, reading({ kPa: [40, 40] }));
const even = [blipped, reading({ kPa: [40, 40] })].reduce(append, found);
const coupled = append(append(even, { kind: 'coupled', coupling: 'C', state: 'clamped' }), reading({ kPa: [40, 40] }));

function live(phase: SignalReading['phase']): LiveView {
  const signal: SignalReading = { phase, from: seconds(0), duration: seconds(5), channels: [], speed: undefined };
  return { latestS: 5, now: signal, reading: signal, barometerKPa: 101.325, channels: [] };
}

function say(log: readonly JobEvent[], at: LiveView | undefined) {
  const { job, advice } = adviceView(log, at?.reading.phase);
  return phraseAdvice(job, advice, { live: at, unit: PLAIN_UNIT });
}

const skipped = append(coupled, { kind: 'check', check: { what: 'offIdleSkipped' } });
const line = (log: readonly JobEvent[], at: LiveView | undefined) => {
  const { subject, order } = say(log, at);
  return `${subject} / ${order}`;
};

describe('the say line', () => {
  it.each([
    ['no gauge, nothing known', opened, undefined, 'Take a reading / no gauge yet'],
    ['a stopped engine', opened, live('stopped'), 'Zero the gauges / engine stopped'],
    ['a running engine, gauges not zeroed', opened, live('steady'), 'Stop the engine / to zero the gauges'],
    ['zeroed, still stopped', zeroed, live('stopped'), 'Start the engine / let it idle'],
    ['zeroed, settling', zeroed, live('settling'), 'Let it settle / hold still'],
    ['zeroed, steady', zeroed, live('steady'), 'Hold still / take the reading'],
    ['balanced, as found', found, live('steady'), 'Blip it / turn nothing'],
    ['balanced', even, live('steady'), 'Balanced / couple it'],
    ['balanced and coupled', coupled, live('steady'), 'Balanced at idle / now look off idle'],
    ['looked at off idle, or skipped', skipped, live('steady'), 'Balanced / finish the job'],
    ['after a move', append(apart, move('A', 0.25)), live('settling'), 'Let it settle / hands off'],
    ['after a move, no gauge', append(apart, move('A', 0.25)), undefined, 'Blip, let it settle / then read again'],
  ] as const)('for %s', (_, log, at, expected) => {
    expect(line(log, at)).toBe(expected);
  });

  it('names screw, amount and way of a turn, and where to look from', () => {
    const phrase = say(apart, live('steady'));
    expect(phrase.subject).toBe('Stop A');
    expect(phrase.order).toMatch(/turn in$/);
    expect(phrase.expect[0]).toBe('Clockwise, from the left side, looking at the screw head.');
    expect(phrase.expect[1]).toMatch(/^Expected spread .*kPa$/);
    expect(phrase.expect[2]).toMatch(/^Idle 1\u202f000\u202frpm → about/);
  });

  it('says anticlockwise for out', () => {
    const fast = append(zeroed, reading({ kPa: [44, 40], rpm: 1250 }));
    expect(say(fast, live('steady')).expect[0]).toMatch(/^Anticlockwise/);
  });

  it('asks to loosen a clamp that moved something', () => {
    const clamped = append(even, { kind: 'coupled', coupling: 'C', state: 'clamped' });
    expect(line(append(clamped, reading({ kPa: [39, 41] })), live('steady'))).toBe('Loosen it / coupling clamp');
  });

  it('leads to the report when the job is finished, and says how it ended', () => {
    const finished = append(coupled, { kind: 'finished', outcome: 'leftAsIs', probability: 0.4 });
    const phrase = say(finished, live('steady'));
    expect(phrase.subject).toBe('Finished');
    expect(phrase.expect[0]).toBe('Left as it is.');
  });
});

describe('held above idle', () => {
  const rods = append([], { kind: 'opened', machine: 'Test twin', complaint: '', setup: ARCHETYPES.vTwin });
  const held = [zero(0, 0), { kind: 'stage', stage: 'offIdle' } as const].reduce(append, rods);
  const late = append(held, reading({ kPa: [58, 61], rpm: 1900 }));

  it('says how far to turn the rod, which throat opens late, and the caution', () => {
    const { subject, order, expect: lines } = say(late, live('steady'));
    expect(subject).toBe('Tie rod');
    expect(order).toMatch(/turn/);
    expect(lines.join(' ')).toMatch(/Throat 2 opens late: .* Engine stopped while you work on the linkage/);
    expect(lines.join(' ')).toMatch(/Expected: .*by its pitch and lever/);
  });

  it('looks for play where no turn helps', () => {
    const without = append(late, { kind: 'reach', adjuster: 'T', state: 'outOfReach' });
    const { subject, order, expect: lines } = say(without, live('steady'));
    expect([subject, order]).toEqual(['Throat 2 late', 'look at its linkage']);
    expect(lines[0]).toContain('look for play or a stuck part');
  });
});

describe('what no screw cures', () => {
  const still = reading({ kPa: [44, 40], rpm: 1000 });
  const dead = [move('A', 0.5), still, move('A', 0.5), still].reduce(append, apart);

  it('is named with its signs, its chance, the test and the caution', () => {
    const phrase = say(dead, live('steady'));
    expect(`${phrase.subject} / ${phrase.order}`).toBe('Stop A moves nothing / look at its tip');
    expect(phrase.expect.join(' ')).toMatch(/Chance: .*%.*Stop the engine first/);
  });

  it('warns of fire where a leak is searched for', () => {
    const { setup } = adviceView(opened, undefined).job;
    expect(suspicionWords(setup, { kind: 'airLeak', throat: '1' }).caution).toMatch(/Fire hazard/);
  });

  it('lets the work go on once it was looked into', () => {
    const suspicion = { kind: 'deadScrew', adjuster: 'A' } as const;
    const dismissed = append(dead, { kind: 'verdict', suspicion, verdict: 'dismissed' });
    expect(adviceView(dismissed, 'steady').advice.kind).not.toBe('suspect');
    const mended = append(dead, { kind: 'verdict', suspicion, verdict: 'mended' });
    expect(line(mended, live('settling'))).toBe('Let it settle / hands off');
  });

  it('does without a screw that cannot be reached', () => {
    const { advice } = adviceView(apart, 'steady');
    if (advice.kind !== 'turn') throw new Error('a turn was due');
    const without = append(apart, { kind: 'reach', adjuster: advice.adjuster, state: 'outOfReach' });
    const other = adviceView(without, 'steady').advice;
    expect(other.kind === 'turn' && other.adjuster).not.toBe(advice.adjuster);
    const none = ['A', 'B', 'K'].reduce(
      (log, adjuster) => append(log, { kind: 'reach', adjuster, state: 'outOfReach' }),
      apart,
    );
    const read = [1, 2, 3, 4].reduce((log) => append(log, reading({ kPa: [44, 40], rpm: 1000 })), none);
    expect(line(read, live('steady'))).toBe('No screw does it / look for the cause');
    expect(say(read, live('steady')).expect).toContain('Some screws are marked as out of reach.');
  });
});

describe('why', () => {
  it('has nothing to say before the first reading', () => {
    expect(say(opened, undefined).why).toEqual(['Nothing has been read yet. Only the setup is known.']);
  });

  it('says what it rests on, what a turn does, and what would prove it wrong', () => {
    const { why } = say(apart, live('steady'));
    expect(why.join('\n')).toMatch(/Based on one reading/);
    expect(why.join('\n')).toMatch(/One turn of this screw moves its throat by about/);
    expect(why.at(-1)).toMatch(/If the needles land well off their ghosts/);
  });

  it('names an adjuster that the setup does not know by its id rather than not at all', () => {
    const job = foldJob(apart);
    const { advice } = adviceView(apart, 'steady');
    if (job === undefined || advice.kind !== 'turn') throw new Error('a turn was due');
    const strange: Advice = { ...advice, adjuster: 'Q' };
    expect(phraseAdvice(job, strange, { live: live('steady'), unit: PLAIN_UNIT }).subject).toBe('Q');
  });
});
