import { ARCHETYPES, twinWithTwoStops } from '@amber-needle/core/setup';
import { append, opened } from '@amber-needle/core/testing';
import { describe, expect, it } from 'vitest';
import { adviceView } from './adviceView';
import { benchView } from './benchView';
import { carriedGauge, carriedMeter, carriedValue, roundView, typedMeter, typedPressure } from './roundView';

const rack = ARCHETYPES.rack4;
const stop = (throat: string, value: number, atS: number) => ({
  throat,
  value,
  uncertainty: 0.1,
  atS,
});
const gauge = (setup: typeof rack, live: boolean) => carriedGauge(setup, { live });
const round = (last: number) => [
  stop('1', 45, 0),
  stop('2', 44, 20),
  stop('3', 46, 40),
  stop('4', 44, 60),
  stop('1', last, 80),
];

describe('the round of one gauge', () => {
  it('says where the hose goes, and that it comes back', () => {
    const begun = roundView(gauge(rack, true), []);
    expect(begun).toMatchObject({ next: '1', returns: false, event: undefined });
    expect(begun.marks.map(({ throat, state }) => `${throat} ${state}`)).toEqual([
      '1 now',
      '2 due',
      '3 due',
      '4 due',
      '1 due',
    ]);
    expect(roundView(gauge(rack, true), round(45).slice(0, 4))).toMatchObject({ next: '1', returns: true });
  });

  it('makes a reading with the drift taken out, and keeps what was read', () => {
    const { event, verdict } = roundView(gauge(rack, false), round(45.4));
    expect(verdict).toContain('+0.4');
    expect(event?.channels.map(({ depressionKPa }) => Number(depressionKPa.toFixed(3)))).toEqual([
      45, 43.9, 45.8, 43.7,
    ]);
    expect(event?.channels[1]?.state).toBe('byEye');
    expect(event?.round).toHaveLength(5);
  });

  it('makes none of a round that drifted by more than it is to show', () => {
    const { event, verdict } = roundView(gauge(rack, true), round(43));
    expect(event).toBeUndefined();
    expect(verdict).toContain('go round again');
  });

  it('needs no zero, and the next action is another round', () => {
    const { event } = roundView(gauge(twinWithTwoStops, false), [
      stop('1', 44, 0),
      stop('2', 40, 20),
      stop('1', 44, 40),
    ]);
    if (event === undefined) throw new Error('the round closes');
    const log = append(opened, event);
    const view = benchView(adviceView(log, undefined), undefined);
    expect(view.advice.kind).toBe('turn');
    const turned = append(log, { kind: 'move', adjuster: 'A', turns: 0.25 });
    expect(benchView(adviceView(turned, undefined), undefined)).toMatchObject({
      action: { do: 'round' },
      phrase: { order: 'then go round' },
    });
  });

  it('takes what the gauge shows of the throat it is on now, not of the one before', () => {
    const channel = {
      throat: '1',
      state: { kind: 'steady' },
      depression: 44 as never,
      uncertainty: 0.05 as never,
      againstGroup: 0.05 as never,
      pulse: 20 as never,
      flutter: 0.1 as never,
    } as const;
    const shows = (from: number, latestS: number, phase: 'steady' | 'settling' = 'steady') => {
      const signal = { phase, from: from as never, duration: 5 as never, channels: [channel], speed: undefined };
      return carriedValue({ latestS, now: signal, reading: signal, barometerKPa: 101.3, channels: [] }, 20);
    };
    expect(shows(20.1, 25)).toEqual({ value: 44, uncertainty: 0.05 });
    expect(shows(12, 20)).toBeUndefined();
    expect(shows(15, 23)).toBeUndefined();
    expect(shows(20.1, 25, 'settling')).toBeUndefined();
    // The stream began anew.
    expect(shows(0, 5)).toBeDefined();
  });

  it('takes a number in the unit of the dial, and says what is wrong with one', () => {
    expect(typedPressure({ text: '13,2', band: '0.2' }, 'inhg')).toMatchObject({
      outcome: 'made',
      event: { value: expect.closeTo(44.7, 1) },
    });
    expect(typedPressure({ text: 'lots', band: '1' }, 'kpa')).toMatchObject({ outcome: 'unclear' });
    expect(typedPressure({ text: '44', band: '0' }, 'kpa')).toMatchObject({ outcome: 'unclear' });
    expect(typedPressure({ text: '400', band: '1' }, 'kpa')).toMatchObject({ outcome: 'unclear' });
    expect(typedMeter({ text: '0', band: '0.25' })).toMatchObject({ outcome: 'unclear' });
  });
});

describe('a bank that the air decides', () => {
  const eight = ARCHETYPES.fourBarrel;
  const air = (log: typeof opened, ...shown: readonly number[]) => {
    const stops = [...shown, shown[0] ?? 0].map((value, i) => stop(['1', '2', '3', '4', '1'][i] ?? '', value, 10 * i));
    const { event } = roundView(carriedMeter(eight, 750), stops);
    if (event === undefined) throw new Error('the round closes');
    return append(log, event);
  };
  const begun = append([], { kind: 'opened', machine: 'Test eight', complaint: '', setup: eight });

  it('asks for the meter, needs no zero, and counts in per cent', () => {
    const before = benchView(adviceView(begun, undefined), undefined);
    expect(before).toMatchObject({ action: { do: 'meter' }, phrase: { subject: 'Meter each mouth' } });
    const view = benchView(adviceView(air(begun, 8, 8, 6, 6), undefined), undefined);
    expect(view.advice.kind).toBe('turn');
    expect(view.phrase.expect.join()).toMatch(/Expected spread .*%/);
    expect(view.needles.map(({ deviation }) => Math.sign(Math.round(deviation)))).toEqual([1, 1, -1, -1]);
    expect(view.trail).toHaveLength(1);
  });

  it('believes a tachometer, and no speed from pulses that are all alike', () => {
    const speedShown = (from: 'tachometer' | 'pulses', log: typeof opened) => {
      const reading = {
        phase: 'steady',
        from: 0 as never,
        duration: 5 as never,
        channels: [],
        speed: { speed: 760 as never, uncertainty: 1 as never, from },
      } as const;
      const live = { latestS: 5, now: reading, reading, barometerKPa: 101.3, channels: [] };
      return benchView(adviceView(log, 'steady'), live).speedRpm;
    };
    expect([speedShown('tachometer', begun), speedShown('pulses', begun)]).toEqual([760, undefined]);
    expect(speedShown('pulses', opened)).toBe(760);
  });

  it('is refused a round that drifted by more than its tolerance', () => {
    const drifting = [8, 8, 8, 8, 9].map((value, i) => stop(['1', '2', '3', '4', '1'][i] ?? '', value, 10 * i));
    expect(roundView(carriedMeter(eight, undefined), drifting).event).toBeUndefined();
  });
});
