import { ARCHETYPES, twinWithTwoStops } from '@amber-needle/core/setup';
import { append, opened } from '@amber-needle/core/testing';
import { describe, expect, it } from 'vitest';
import { adviceView } from './adviceView';
import { benchView } from './benchView';
import { carriedValue, roundView, typedValue } from './roundView';

const rack = ARCHETYPES.rack4;
const stop = (throat: string, depressionKPa: number, atS: number) => ({
  throat,
  depressionKPa,
  uncertaintyKPa: 0.1,
  atS,
});
const round = (last: number) => [
  stop('1', 45, 0),
  stop('2', 44, 20),
  stop('3', 46, 40),
  stop('4', 44, 60),
  stop('1', last, 80),
];

describe('the round of one gauge', () => {
  it('says where the hose goes, and that it comes back', () => {
    const begun = roundView(rack, [], { live: true });
    expect(begun).toMatchObject({ next: '1', returns: false, event: undefined });
    expect(begun.marks.map(({ throat, state }) => `${throat} ${state}`)).toEqual([
      '1 now',
      '2 due',
      '3 due',
      '4 due',
      '1 due',
    ]);
    expect(roundView(rack, round(45).slice(0, 4), { live: true })).toMatchObject({ next: '1', returns: true });
  });

  it('makes a reading with the drift taken out, and keeps what was read', () => {
    const { event, verdict } = roundView(rack, round(45.4), { live: false });
    expect(verdict).toContain('+0.4');
    expect(event?.channels.map(({ depressionKPa }) => Number(depressionKPa.toFixed(3)))).toEqual([
      45, 43.9, 45.8, 43.7,
    ]);
    expect(event?.channels[1]?.state).toBe('byEye');
    expect(event?.round).toHaveLength(5);
  });

  it('makes none of a round that drifted by more than it is to show', () => {
    const { event, verdict } = roundView(rack, round(43), { live: true });
    expect(event).toBeUndefined();
    expect(verdict).toContain('go round again');
  });

  it('needs no zero, and the next action is another round', () => {
    const { event } = roundView(twinWithTwoStops, [stop('1', 44, 0), stop('2', 40, 20), stop('1', 44, 40)], {
      live: false,
    });
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

  it('takes a number in the unit of the dial, and says what is wrong with one', () => {
    expect(typedValue('13,2', { unit: 'inhg', band: '0.2' })).toMatchObject({
      outcome: 'made',
      event: { depressionKPa: expect.closeTo(44.7, 1) },
    });
    expect(typedValue('lots', { unit: 'kpa', band: '1' })).toMatchObject({ outcome: 'unclear' });
    expect(typedValue('44', { unit: 'kpa', band: '0' })).toMatchObject({ outcome: 'unclear' });
    expect(typedValue('400', { unit: 'kpa', band: '1' })).toMatchObject({ outcome: 'unclear' });
    expect(carriedValue(undefined)).toBeUndefined();
  });
});
