import { describe, expect, it } from 'vitest';
import { twinWithTwoStops } from '../setup';
import type { SignalReading } from '../signal';
import { signalComparison } from './comparison';
import { knownGauges } from './knownGauges';
import { layoutOf } from './layout';
import { priorBelief } from './prior';

describe('throats held against each other', () => {
  it('are as unsure as their gauges against the mean of which each is one: of two, the square root of a half', () => {
    const belief = priorBelief(twinWithTwoStops);
    const layout = layoutOf(twinWithTwoStops);
    const channel = (throat: string, depression: number) => ({
      throat,
      depression,
      againstGroup: 0,
      uncertainty: 0,
      state: { kind: 'steady' as const },
    });
    const signal = { channels: [channel('1', 40), channel('2', 44)] } as unknown as SignalReading;
    const [one, other] = signalComparison(knownGauges(belief), signal);
    const variance = (place: number) => belief.covariance.get(place, place);
    const gauge = Math.sqrt(variance(layout.offset(0)) + 40 ** 2 * variance(layout.gaugeGain(0)));
    expect(one?.uncertainty).toBeCloseTo(gauge * Math.SQRT1_2, 9);
    expect([one?.deviation, other?.deviation]).toEqual([-2, 2]);
  });
});
