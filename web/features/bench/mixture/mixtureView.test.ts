import { adviseNextMove } from '@amber-needle/core/advice';
import { findingsOf } from '@amber-needle/core/findings';
import { BLENDS } from '@amber-needle/core/fuel';
import { type Bare, decide, foldJob, type JobEvent } from '@amber-needle/core/job';
import { FLAME_COLOURS, mixtureOf, mixtureReport } from '@amber-needle/core/mixture';
import { type Adjuster, ARCHETYPES, type Setup } from '@amber-needle/core/setup';
import { idOf, reading } from '@amber-needle/core/testing';
import { turns } from '@amber-needle/core/units';
import { describe, expect, it } from 'vitest';
import { PLAIN_UNIT, shownIn } from '@/words/deviceUnit';
import { findingText, lambdaDoubt, ruleText, seenText, sideText } from '@/words/mixtureWords';
import { askOf, lambdaTyped, lookedFigure, lookedText, proposalOf, scaleOf, titleOf, unseenOf } from './lookStep';
import { afterMixture, mixtureLine, mixtureReasons } from './mixtureLine';

const PLAN = {
  kind: 'mixturePlan',
  instruments: ['sensor'],
  sensor: 'carried',
  rule: { by: 'lambda', target: 0.95 },
  fuel: { ethanol: 0, methanol: 0 },
  ignition: 'modest',
  order: 'mixtureOnly',
} as const satisfies Bare;

function logOf(setup: Setup, ...proposals: readonly Bare[]): readonly JobEvent[] {
  const events: JobEvent[] = [];
  for (const proposal of [{ kind: 'opened', machine: 'Heron', complaint: '', setup } as const, ...proposals]) {
    const decision = decide(events, { ...proposal, id: idOf(events.length + 1), at: '2026-01-01T00:00:00.000Z' });
    if (decision.outcome === 'refused') throw new Error(decision.refusal);
    events.push(decision.event);
  }
  return events;
}

const { vTwin } = ARCHETYPES;
const counted = ['M1', 'M2'].map(
  (adjuster): Bare => ({ kind: 'mixtureSeen', seen: { how: 'turns', adjuster, fromSeat: 2 } }),
);
const free: Bare = { kind: 'mixtureSeen', seen: { how: 'freeAir', oxygenPercent: 20.9 } };
const sensor = (exhaust: string, lambda: number): Bare => ({
  kind: 'mixtureSeen',
  seen: { how: 'sensor', figures: [{ exhaust, lambda }] },
});

function lineAfter(...proposals: readonly Bare[]) {
  const findings = findingsOf(logOf(vTwin, PLAN, ...proposals));
  if (findings === undefined) throw new Error('the log was opened');
  const { job, belief, mixture } = findings;
  const advice = adviseNextMove(job, belief, { seed: 1, mixture });
  if (advice.kind !== 'mixture') throw new Error(`not the mixture: ${advice.kind}`);
  return { job, advice };
}

describe('the next step on a mixture', () => {
  it('says who, what, which way the hand goes and what makes it richer', () => {
    const count = lineAfter();
    expect(mixtureLine(count.job, count.advice)).toMatchObject({ subject: 'Fuel screw 1', order: 'count it in' });
    const air = lineAfter(...counted);
    expect(mixtureLine(air.job, air.advice)).toMatchObject({ subject: 'The sensor', order: 'hold it in free air' });
    const look = lineAfter(...counted, free);
    expect(mixtureLine(look.job, look.advice).order).toBe('read lambda');
    const turn = lineAfter(...counted, free, sensor('1', 1.06), sensor('2', 0.95));
    const { subject, order, expect: lines } = mixtureLine(turn.job, turn.advice);
    expect(subject).toBe('Fuel screw 1');
    expect(order).toMatch(/ out$/);
    expect(lines.join(' ')).toMatch(/Anticlockwise, from below.* Richer\./);
    expect(lines.join(' ')).toMatch(/Expected lambda \d\.\d\d/);
    expect(mixtureReasons(turn.job, turn.advice).join(' ')).toContain('Throat 1: lambda 1.0');
  });

  it('says whether fuel is given or taken where it does not burn', () => {
    const seen: Bare = {
      kind: 'mixtureSeen',
      seen: { how: 'sensor', figures: [{ exhaust: '1', lambda: 4.9, flutter: 0.1 }] },
    };
    const starved = lineAfter(...counted, free, sensor('2', 0.95), seen);
    expect(mixtureLine(starved.job, starved.advice).expect.join(' ')).toContain('Fuel first');
    const move: Bare = { kind: 'move', adjuster: 'M1', turns: -1 };
    const drowned = lineAfter(...counted, free, sensor('2', 0.95), sensor('1', 0.72), move, sensor('2', 0.95), seen);
    expect(mixtureLine(drowned.job, drowned.advice).expect.join(' ')).toContain('drowned');
  });

  it('has a jet fitted with the engine off, in sizes', () => {
    const { job } = lineAfter(...counted);
    const jet: Adjuster = {
      id: 'J1',
      label: 'Pilot jet 1',
      kind: 'pilotJet',
      acts: [{ throat: '1', turnedIn: 'richer' }],
      pitchMm: 1,
      leverMm: 10,
      range: { outTurns: 3, inTurns: 3 },
      seenFrom: 'below',
    };
    const bank = { ...job, setup: { ...job.setup, adjusters: [...job.setup.adjusters, jet] } };
    const step = {
      do: 'turn',
      adjuster: 'J1',
      turns: turns(1),
      way: 'richer',
      throats: ['1'],
      purpose: 'opening',
      expected: [],
      drop: 0,
    } as const;
    const advice = { ...lineAfter(...counted).advice, step, stands: [] };
    const line = mixtureLine(bank, advice);
    expect(line).toMatchObject({ subject: 'Pilot jet 1', order: 'fit it 1 size larger' });
    expect(line.expect.join(' ')).toMatch(/Engine off.*no flame.*pilot jet/);
  });

  it('carries the caution where the engine runs', () => {
    const look = lineAfter(...counted, free);
    expect(mixtureLine(look.job, look.advice).expect.join(' ')).toContain('extraction');
  });

  it('says why the balance comes again', () => {
    const job = foldJob(
      logOf(
        vTwin,
        reading({ kPa: [40, 40.2], rpm: 1000 }),
        { kind: 'move', adjuster: 'M2', turns: 0.5 },
        reading({ kPa: [40, 41.2], rpm: 1060 }),
      ),
    );
    expect(job && afterMixture(job, shownIn('depression', PLAIN_UNIT))).toBe(
      'Fuel screw 2 moved the idle by 60\u202frpm and left the spread at 1.2\u202fkPa.',
    );
  });
});

describe('what is typed and shown of a look', () => {
  const step = { do: 'look', instrument: 'sensor', places: ['1'], purpose: 'first' } as const;

  it('takes air/fuel figures on the petrol scale for lambda', () => {
    expect(lambdaTyped(0.96)).toBe(0.96);
    expect(lambdaTyped(14.6)).toBeCloseTo(1, 2);
    expect(askOf(step).label).toContain('air/fuel');
    expect(proposalOf(step, [{ place: '1', value: 13.14 }])).toEqual([
      { kind: 'mixtureSeen', seen: { how: 'sensor', figures: [{ exhaust: '1', lambda: expect.closeTo(0.9, 2) }] } },
    ]);
  });

  it('takes them on the scale of the fuel in the tank where the gauge is made for it', () => {
    const scale = scaleOf({ scale: 'fuel', fuel: BLENDS.e85 });
    expect(lambdaTyped(9.8, scale)).toBeCloseTo(1, 1);
    expect(lambdaTyped(0.96, scale)).toBe(0.96);
    expect(askOf(step, scale).label).toBe('Lambda, or air/fuel on its fuel’s scale, 9.8 at 1');
    expect(scaleOf({ fuel: BLENDS.e85 })).toBe(BLENDS.petrol);
    expect(scaleOf(undefined)).toBe(BLENDS.petrol);
  });

  it('keeps what the practice sensor told besides, as long as its figure was taken', () => {
    const look = { instrument: 'sensor', place: '1', lambda: 0.962, uncertainty: 0.002, flutter: 0.004 } as const;
    expect(lookedFigure('1', 0.96, look)).toEqual({ place: '1', value: 0.962, uncertainty: 0.002, flutter: 0.004 });
    expect(lookedFigure('1', 1.1, look)).toEqual({ place: '1', value: 1.1 });
    expect(lookedText(look)).toBe('0.96, steady');
    expect(lookedText({ ...look, flutter: 0.3 })).toContain('flutters');
  });

  it('lets a count and a free-air check pass, and no look', () => {
    expect(unseenOf({ do: 'count', adjuster: 'M1' }, ['M1'])).toHaveLength(1);
    expect(unseenOf({ do: 'freeAir', places: ['1', '2'] }, ['1', '2'])).toHaveLength(2);
    expect(unseenOf(step, ['1'])).toBeUndefined();
    expect(titleOf(step, 'collector')).toBe('Lambda where all exhausts meet');
  });
});

describe('words of the mixture', () => {
  it('say side, doubt and rule without digits that nobody knows', () => {
    expect(sideText({ lambda: 1.05, target: 0.95, tolerance: 0.02 })).toBe('lean');
    expect(sideText({ lambda: 0.96, target: 0.95, tolerance: 0.02 })).toBe('right');
    expect(lambdaDoubt(0.001)).toContain('0.01');
    expect(ruleText({ rule: { by: 'leanDrop', rpm: 20 } })).toContain('20');
    for (const colour of FLAME_COLOURS)
      expect(seenText({ how: 'colour', cylinder: '1', colour, when: 'idle' }, ['1'])).not.toBe('');
  });

  it('say a contradiction with what would tell', () => {
    const log = logOf(vTwin, PLAN, sensor('1', 1.18), {
      kind: 'mixtureSeen',
      seen: { how: 'colour', cylinder: '1', colour: 'yellow', when: 'idle' },
    });
    const mixture = mixtureOf(vTwin, log);
    const [finding] = mixture === undefined ? [] : mixtureReport(mixture).findings;
    expect(finding && findingText(vTwin, finding)).toMatch(/sensor says lean, the flame says rich.*exhaust leak/);
  });
});
