import { foldBelief, knownGauges } from '@amber-needle/core/belief';
import { twinWithTwoStops } from '@amber-needle/core/setup';
import { append, match, opened, reading, zero } from '@amber-needle/core/testing';
import { describe, expect, it } from 'vitest';
import { instrumentEvent, learnedChannels } from './instrumentEvent';

const AT = '2026-11-26T10:00:00.000Z';
const learned = (channel: number, slope: number) => ({
  channel,
  offsetKPa: 0,
  offsetUncertaintyKPa: 0.1,
  slope,
  slopeUncertainty: 0.001,
  on: AT,
});
const pair = {
  id: '01900000-0000-7000-8000-0000000000e1',
  name: 'Pair',
  what: 'gaugeSet',
  channels: 2,
  classPercent: null,
  learned: [learned(1, 0.01), learned(2, -0.01)],
} as const;
const crossed = [
  { stem: 'v1', throat: '2' },
  { stem: 'v2', throat: '1' },
];

describe('what a job is read with', () => {
  it('goes into the log by the throats that its channels sit on', () => {
    const slopes = (channels: typeof crossed) =>
      instrumentEvent(pair, twinWithTwoStops, channels).learned.map(({ throat, slope }) => [throat, slope]);
    expect(slopes([])).toEqual([
      ['1', 0.01],
      ['2', -0.01],
    ]);
    expect(slopes(crossed)).toEqual([
      ['1', -0.01],
      ['2', 0.01],
    ]);
    expect(instrumentEvent(pair, twinWithTwoStops, [])).not.toHaveProperty('classPercent');
  });

  it('learns by its channels what matching taught of the throats', () => {
    const log = [zero(0, 0), match(40.4, 39.6), reading({ kPa: [40.4, 39.6] })].reduce(append, opened);
    const gauges = knownGauges(foldBelief(twinWithTwoStops, log));
    const [first, second] = learnedChannels(gauges, crossed, AT);
    expect([first?.channel, second?.channel]).toEqual([2, 1]);
    expect((first?.slope ?? 0) - (second?.slope ?? 0)).toBeCloseTo(0.02, 2);
  });
});
