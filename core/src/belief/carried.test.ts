import { describe, expect, it } from 'vitest';
import { twinWithTwoStops } from '../setup';
import { append, instrument, move, opened, reading, zero } from '../testing';
import { foldBelief } from './foldBelief';
import { knownGauges } from './knownGauges';
import { lastVisitOf } from './lastVisit';
import { layoutOf } from './layout';
import { PRIOR, priorBelief } from './prior';

const layout = layoutOf(twinWithTwoStops);
const read = [zero(0, 0), reading({ kPa: [44, 40] }), move('A', 0.25), reading({ kPa: [41.6, 40.4] })];

describe('what a job is read with', () => {
  it('is as good as its class says, evenly spread; as before where nobody knows', () => {
    const slopes = (classPercent?: number) =>
      knownGauges(foldBelief(twinWithTwoStops, append(opened, instrument(classPercent)))).errors.map(
        (e) => e.slopeSpread,
      );
    for (const slope of slopes(2.5)) expect(slope).toBeCloseTo(0.025 / Math.sqrt(3), 9);
    for (const slope of slopes()) expect(slope).toBeCloseTo(PRIOR.gaugeGain, 9);
  });

  it('has the error that earlier jobs taught, less surely the longer ago', () => {
    const log = append(opened, instrument(1, 0.012));
    const [taught, other] = knownGauges(foldBelief(twinWithTwoStops, log)).errors;
    expect(taught).toMatchObject({ offset: 0.1, slope: 0.012 });
    expect(other?.slope).toBe(0);
    const later = log.map((event) =>
      event.kind === 'instrument' ? { ...event, at: '2029-01-01T00:00:00.000Z' } : event,
    );
    const aged = knownGauges(foldBelief(twinWithTwoStops, later)).errors[0];
    expect(aged?.slopeSpread).toBeGreaterThan(taught?.slopeSpread ?? 1);
    expect(aged?.offsetSpread).toBeGreaterThan(taught?.offsetSpread ?? 1);
  });

  it('leaves what is believed of the engine', () => {
    const log = read.reduce(append, opened);
    const before = foldBelief(twinWithTwoStops, log);
    const after = foldBelief(twinWithTwoStops, append(log, instrument(0.5)));
    for (const place of [layout.trim(0), layout.trim(1), layout.level, layout.gain(0)]) {
      expect(after.mean[place]).toBe(before.mean[place]);
      expect(after.covariance.get(place, place)).toBe(before.covariance.get(place, place));
    }
  });
});

describe('what the last visit taught', () => {
  const first = foldBelief(twinWithTwoStops, read.reduce(append, opened));
  const lastVisit = lastVisitOf(first, '2026-03-01T10:00:00.000Z');
  const again = opened.map((event) => (event.kind === 'opened' ? { ...event, lastVisit } : event));
  const second = foldBelief(twinWithTwoStops, again);
  const gain = layout.gain(0);
  const doubt = (of: typeof first, place: number) => Math.sqrt(of.covariance.get(place, place));

  it('is where the belief in the screws starts: as it was then, a little less sure', () => {
    expect(second.mean[gain]).toBeCloseTo(first.mean[gain] ?? 0, 1);
    expect(doubt(second, gain)).toBeGreaterThan(doubt(first, gain));
    expect(doubt(second, gain)).toBeLessThan(0.7 * doubt(priorBelief(twinWithTwoStops), gain));
  });

  it('says nothing of how the throats are found', () => {
    const prior = priorBelief(twinWithTwoStops);
    for (const place of [layout.trim(0), layout.trim(1)]) {
      expect(second.mean[place]).toBeCloseTo(0, 9);
      expect(doubt(second, place)).toBeCloseTo(doubt(prior, place), 9);
    }
  });

  it('carries how the throats were left, and only screws that something was learned of', () => {
    expect(lastVisit.asLeft.map(({ throat }) => throat)).toEqual(['1', '2']);
    expect(lastVisitOf(priorBelief(twinWithTwoStops), '2026-03-01T10:00:00.000Z').gains).toEqual([]);
  });

  it('passes over a screw that the bank has no longer', () => {
    const gains = [{ adjuster: 'gone', logGain: 1, doubt: 0.1 }];
    const odd = opened.map((event) =>
      event.kind === 'opened' ? { ...event, lastVisit: { ...lastVisit, gains } } : event,
    );
    expect(foldBelief(twinWithTwoStops, odd).mean[gain]).toBe(priorBelief(twinWithTwoStops).mean[gain]);
  });
});
