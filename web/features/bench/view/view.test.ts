import { ARCHETYPES, type Setup, twinWithTwoStops } from '@amber-needle/core/setup';
import { type ChannelState, canCompare, flutterSeen, type SignalReading } from '@amber-needle/core/signal';
import { append, blipped, instrument, move, opened, reading, zero } from '@amber-needle/core/testing';
import { seconds } from '@amber-needle/core/units';
import { describe, expect, it } from 'vitest';
import { KPA, PLAIN_UNIT } from '@/words/deviceUnit';
import type { LiveView } from '@/workers/signalProtocol';
import { FAN, tagAngles } from '../fan/fanGeometry';
import { adviceView } from './adviceView';
import { bankParts } from './bankStrip';
import { benchView } from './benchView';
import { flutterText, signalTroubles } from './channelWords';
import { type DialFields, dialReading, dialZero } from './dialReading';
import { marksFor, scaleFor } from './scale';
import { throatWords } from './throatWords';

function signal(
  phase: SignalReading['phase'],
  states: readonly ChannelState[] = [{ kind: 'steady' }, { kind: 'steady' }],
): SignalReading {
  const channels = states.map((state, i) => ({
    throat: String(i + 1),
    state,
    depression: (40 + 2 * i) as never,
    uncertainty: 0.1 as never,
    againstGroup: 0.03 as never,
    pulse: 40 as never,
    flutter: 0.1 as never,
  }));
  return { phase, from: seconds(0), duration: seconds(5), channels, speed: undefined };
}

const live = (phase: SignalReading['phase']): LiveView => ({
  latestS: 5,
  now: signal(phase),
  reading: signal(phase),
  barometerKPa: 101.325,
  channels: [],
});
const zeroed = [instrument(0.5), zero(0, 0)].reduce(append, opened);

describe('an engine that stands after a turn', () => {
  const turned = [reading({ kPa: [44, 40] }), move('A', 0.25)].reduce(append, zeroed);

  it('may have stalled: one key says so, and nothing is asked once it was said or a reading was taken', () => {
    const at = (log: typeof opened) => benchView(adviceView(log, 'stopped'), live('stopped'));
    expect(at(turned).action).toMatchObject({ do: 'stalled' });
    expect(at(turned).phrase).toMatchObject({ subject: 'Engine stopped', order: 'did that turn stall it?' });
    expect(at(append(turned, { kind: 'stalled', seen: 'bySignal' })).action.do).not.toBe('stalled');
    expect(at(append(turned, reading({ kPa: [41, 40.5] }))).action.do).not.toBe('stalled');
    expect(benchView(adviceView(turned, 'settling'), live('settling')).action.do).not.toBe('stalled');
  });
});

describe('the one next action', () => {
  const actionOf = (log: typeof opened, at: LiveView | undefined) =>
    benchView(adviceView(log, at?.reading.phase), at).action;

  it('asks for a gauge or a typed reading when nothing sends', () => {
    expect(actionOf(opened, undefined)).toMatchObject({ do: 'type' });
  });

  it('waits to see whether a gauge sends before it asks for one', () => {
    const view = benchView(adviceView(opened, undefined), undefined, { listening: true });
    expect([view.action.do, view.phrase.subject]).toEqual(['blocked', 'Listening']);
  });

  it('zeroes on a stopped engine only, reads on a running and steady one only', () => {
    expect(actionOf(opened, live('stopped'))).toMatchObject({ do: 'zero' });
    expect(actionOf(opened, live('steady'))).toMatchObject({ do: 'blocked' });
    expect(actionOf(zeroed, live('stopped'))).toMatchObject({ do: 'blocked' });
    expect(actionOf(zeroed, live('settling'))).toMatchObject({ do: 'blocked', label: 'settling' });
    expect(actionOf(zeroed, live('steady'))).toMatchObject({ do: 'read' });
  });

  it('turns, couples and finishes as advised', () => {
    const apart = append(zeroed, reading({ kPa: [44, 40] }));
    expect(actionOf(apart, live('steady'))).toMatchObject({ do: 'turned' });
    const found = append(zeroed, reading({ kPa: [40, 40] }));
    expect(actionOf(found, live('steady'))).toMatchObject({ do: 'blipped' });
    const even = [blipped, reading({ kPa: [40, 40] })].reduce(append, found);
    expect(actionOf(even, live('steady'))).toMatchObject({ do: 'coupled', coupling: 'C', state: 'clamped' });
    const coupled = append(
      append(even, { kind: 'coupled', coupling: 'C', state: 'clamped' }),
      reading({ kPa: [40, 40] }),
    );
    expect(actionOf(coupled, live('steady'))).toMatchObject({ do: 'stage', stage: 'offIdle' });
    const skipped = append(coupled, { kind: 'check', check: { what: 'offIdleSkipped' } });
    expect(actionOf(skipped, live('steady'))).toMatchObject({ do: 'finish' });
    const finished = append(coupled, { kind: 'finished', outcome: 'balanced', probability: 0.99 });
    expect(actionOf(finished, live('steady'))).toMatchObject({ do: 'blocked' });
  });
});

describe('ghosts', () => {
  const apart = append(zeroed, reading({ kPa: [44, 40] }));
  it('show where the advised turn should land, and after it where it should have', () => {
    const view = adviceView(apart, 'steady');
    const before = benchView(view, live('steady'));
    if (view.advice.kind !== 'turn') throw new Error('a turn was due');
    expect(before.ghosts).toEqual(view.advice.expected.throats.map(({ deviation }) => deviation));
    const expected = {
      throats: view.advice.expected.throats.map(({ throat, depression, deviation, uncertainty }) => ({
        throat,
        depressionKPa: depression,
        deviationKPa: deviation,
        uncertaintyKPa: uncertainty,
      })),
      rpm: 1050,
    };
    const turned = append(apart, { ...move(view.advice.adjuster, view.advice.turns), expected } as never);
    expect(benchView(adviceView(turned, 'settling'), live('settling')).ghosts).toEqual(before.ghosts);
    const readAgain = append(turned, reading({ kPa: [42, 42] }));
    expect(benchView(adviceView(readAgain, 'steady'), live('steady')).ghosts).toEqual([]);
  });
});

describe('the trail', () => {
  it('has one fan for each reading after something was done', () => {
    const log = [
      reading({ kPa: [44, 40] }),
      reading({ kPa: [44.1, 40] }),
      move('A', 0.25),
      move('A', 0.125),
      reading({ kPa: [42, 40.2] }),
    ].reduce(append, zeroed);
    expect(adviceView(log, undefined).trail.map(({ label }) => label)).toEqual(['as found', 'A ¼ in, A ⅛ in']);
  });
});

describe('the bank strip', () => {
  const names = (flipped: boolean, setup: Setup = twinWithTwoStops) =>
    bankParts(setup, flipped).map((part) =>
      part.part === 'throat' ? part.throat : [...part.adjusters, ...part.couplings].map(({ id }) => id).join(''),
    );
  it('has each stop outside its throat, knob and clamp between them, and can be flipped', () => {
    expect(names(false)).toEqual(['A', '1', 'KC', '2', 'B']);
    expect(names(true)).toEqual(['B', '2', 'KC', '1', 'A']);
  });

  it('has the screws of a rack in the gaps where they sit', () => {
    expect(names(false, ARCHETYPES.rack4)).toEqual(['1', 'A', '2', 'BK', '3', 'C', '4']);
  });

  it('keeps a throat’s own mixture screw with the throat', () => {
    expect(names(false, ARCHETYPES.sideDraughtSix)).toEqual(['1', 'AT', '2', '3', 'B', '4', '5', 'CU', '6']);
    const [first] = bankParts(ARCHETYPES.sideDraughtSix, false);
    expect(first?.part === 'throat' && first.mixture.map(({ id }) => id)).toEqual(['M1']);
  });

  it('says high, low and within by half the allowed spread', () => {
    const needle = { throat: '1', figure: 40, uncertainty: 0.05, state: 'steady' as const };
    const state = (deviation: number) =>
      throatWords({ ...needle, deviation }, twinWithTwoStops, { atRest: false, unit: PLAIN_UNIT }).state;
    expect([0.24, 0.26, -0.3].map(state)).toEqual(['within', 'high', 'low']);
    expect(throatWords(undefined, twinWithTwoStops, { atRest: false, unit: PLAIN_UNIT }).state).toBe('no channel');
    expect(throatWords({ ...needle, deviation: 0 }, twinWithTwoStops, { atRest: true, unit: PLAIN_UNIT }).state).toBe(
      'at rest',
    );
  });
});

describe('the scale', () => {
  it('grows at once and shrinks only with room to spare', () => {
    expect(scaleFor([0.2, -0.2], 0.5, undefined)).toBe(1);
    expect(scaleFor([3, -3], 0.5, 1)).toBe(5);
    expect(scaleFor([1.8, -1.8], 0.5, 5)).toBe(5);
    expect(scaleFor([1.2, -1.2], 0.5, 5)).toBe(2);
    expect(scaleFor([Number.NaN], 0.5, undefined)).toBe(1);
  });

  it('has marks that the ends are whole multiples of', () => {
    for (const end of [1, 2, 5, 10, 20, 50]) {
      const { labelled, small } = marksFor(end);
      for (const step of [labelled, small]) expect(Math.abs(end / step - Math.round(end / step))).toBeLessThan(1e-9);
    }
  });

  it('keeps number tags apart and in order', () => {
    const angles = [-1.5, -1.5, -1.49, -1.2, -1.51];
    const tags = tagAngles(angles);
    const sorted = [...tags].sort((a, b) => a - b);
    const least = (2 * FAN.tagRadius) / (FAN.radius + FAN.tagDistance);
    sorted.slice(1).forEach((tag, i) => {
      expect(tag - (sorted[i] ?? 0)).toBeGreaterThan(least);
    });
    expect(tags.indexOf(Math.min(...tags))).toBe(4);
  });
});

describe('words about channels', () => {
  it('say that one channel cannot balance a twin', () => {
    const one = { ...signal('steady'), channels: signal('steady').channels.slice(0, 1) };
    expect(signalTroubles(twinWithTwoStops, one)[0]).toMatch(/No gauge on cylinder 2. Only 1 of 2 throats/);
    expect(canCompare(twinWithTwoStops, one)).toBe(false);
  });

  it.each([
    [{ kind: 'lost' }, /sends no values/],
    [{ kind: 'clipped' }, /end of its gauge/],
    [{ kind: 'implausible', because: 'looksAbsolute' }, /absolute pressure/],
    [{ kind: 'implausible', because: 'stuck' }, /hangs/],
    [{ kind: 'implausible', because: 'reversed' }, /sign/],
    [{ kind: 'implausible', because: 'flatWhileOthersPulse' }, /hose/],
  ] as const)('name trouble %j', (state, words) => {
    expect(signalTroubles(twinWithTwoStops, signal('steady', [{ kind: 'steady' }, state]))[0]).toMatch(words);
  });
});

describe('flutter', () => {
  const fluttering = (kPa: number): SignalReading => {
    const { channels, ...rest } = signal('steady');
    return {
      ...rest,
      channels: channels.map((channel, i) => ({ ...channel, flutter: (i === 1 ? kPa : 0.1) as never })),
    };
  };
  const twoStroke = { ...twinWithTwoStops, engine: { ...twinWithTwoStops.engine, strokes: 2 as const } };

  const text = (setup: typeof twinWithTwoStops, of: SignalReading) => {
    const flutter = flutterSeen(setup, of);
    return flutter && flutterText(flutter, KPA);
  };

  it('is told with the speed, and named where it suggests misfires', () => {
    expect(text(twinWithTwoStops, fluttering(0.62))).toMatch(/^flutter 0\.6.kPa: misfire or valve\?$/);
    expect(text(twinWithTwoStops, fluttering(0.15))).toMatch(/^flutter 0\.[12].kPa$/);
  });

  it('of a two-stroke is its own, and without cycles there is none', () => {
    expect(flutterSeen(twoStroke, fluttering(0.62))).toEqual({ kPa: 0.62, misfires: false });
    expect(flutterSeen(twinWithTwoStops, fluttering(Number.NaN))?.kPa).toBe(0.1);
    expect(flutterSeen(twinWithTwoStops, { ...signal('steady'), channels: [] })).toBeUndefined();
  });

  it('stands among the reasons behind a suggestion', () => {
    const at = { ...live('steady'), reading: fluttering(0.31) };
    const { phrase } = benchView(adviceView(zeroed, 'steady'), at);
    expect(phrase.why.at(-2)).toMatch(/0\.31.kPa from one cycle to the next/);
    expect(phrase.why.at(-1)).toMatch(/misfire/);
  });
});

describe('a dial read by eye', () => {
  const fields: DialFields = { values: ['12', '11,5'], unit: 'inhg', flutter: '0.5', rpm: '1050', stopped: false };

  it('becomes a reading in kPa that keeps what stood on the dial', () => {
    const made = dialReading(twinWithTwoStops, fields);
    if (made.outcome !== 'made') throw new Error(made.reason);
    expect(made.event.channels[1]).toMatchObject({
      state: 'byEye',
      shown: { value: 11.5, unit: 'inhg', reference: 'vacuum' },
    });
    expect(made.event.channels[0]?.depressionKPa).toBeCloseTo(40.64, 2);
    // Half inch of mercury as a uniform band: 0.5 x 3.386 / sqrt(3).
    expect(made.event.channels[0]?.uncertaintyKPa).toBeCloseTo(0.978, 3);
  });

  it('says what is missing or cannot be', () => {
    const reason = (change: Partial<DialFields>) => {
      const made = dialReading(twinWithTwoStops, { ...fields, ...change });
      return made.outcome === 'unclear' ? made.reason : '';
    };
    expect(reason({ values: ['12', ''] })).toMatch(/Cylinder 2 has no number/);
    expect(reason({ values: ['12', '120'] })).toMatch(/more than a full vacuum/);
    expect(reason({ rpm: 'fast' })).toMatch(/not an engine speed/);
    expect(reason({ flutter: '0' })).toMatch(/reading error/);
  });

  it('becomes the gauges’ zero with the engine stopped', () => {
    expect(dialZero(twinWithTwoStops, { ...fields, values: ['0.1', '-0.1'] })).toMatchObject({ outcome: 'made' });
    expect(dialZero(twinWithTwoStops, fields)).toMatchObject({ outcome: 'unclear' });
  });
});
