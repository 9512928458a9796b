import { describe, expect, it } from 'vitest';
import { at } from '../basics';
import type { Supposition } from '../faults';
import type { JobEvent } from '../job';
import { ARCHETYPES, twinWithTwoStops } from '../setup';
import { append, move, opened, reading, zero } from '../testing/jobs';
import { turns } from '../units';
import type { Belief } from './belief';
import { foldBelief, foldEvent } from './foldBelief';
import { layoutOf } from './layout';
import { moveBelief } from './move';
import { priorBelief } from './prior';

const layout = layoutOf(twinWithTwoStops);
const zeroed = append(opened, zero(0, 0));

/** Variance of the difference of the first two throats. */
function doubtOfDifference({ covariance }: Belief): number {
  const [a, b] = [layout.trim(0), layout.trim(1)];
  return covariance.get(a, a) + covariance.get(b, b) - 2 * covariance.get(a, b);
}

describe('a screw that moves two throats', () => {
  it('does not move them quite alike: their difference is less sure than the hand alone would leave it', () => {
    const known = foldBelief(twinWithTwoStops, append(zeroed, reading({ kPa: [42, 42], uncertaintyKPa: 0.001 })));
    const turned = moveBelief(known, { adjuster: 'K', turns: turns(1) });
    const change = at(turned.mean, layout.trim(0)) - at(known.mean, layout.trim(0));
    const added = doubtOfDifference(turned) - doubtOfDifference(known);
    // A tenth of the change, each by itself (`UNLIKE`): twice its square in the difference.
    expect(added).toBeGreaterThan(2 * (0.1 * change) ** 2 * 0.9);
  });
});

describe('a leak that is supposed', () => {
  const rack = ARCHETYPES.rack4;
  const begun = append([], { kind: 'opened', machine: 'Leaky', complaint: '', setup: rack });
  const metered = (second: number) =>
    [
      zero(0, 0, 0, 0),
      reading({ kPa: [44, 44, 44, 44] }),
      {
        kind: 'airflow' as const,
        throats: rack.throats.map(({ id }, i) => ({ throat: id, shown: i === 1 ? second : 10, uncertainty: 0.1 })),
      },
    ].reduce(append, begun);
  const gain = (log: readonly JobEvent[], supposition: Supposition) => {
    const fold = (supposed: Supposition) =>
      log.slice(1).reduce((belief, event) => foldEvent(belief, event, supposed), priorBelief(rack));
    return fold(supposition).logEvidence - fold({}).logEvidence;
  };

  it('speaks where the mouth shows less air than the pressure, and not where it shows more', () => {
    // As far from the pressure's word either way, so that a sound engine would be as surprised by both.
    const [less, more] = [-0.3, 0.3].map((log) => gain(metered(10 * Math.exp(log)), { leaks: ['2'] }));
    expect(less).toBeGreaterThan(2);
    expect(less).toBeGreaterThan(more ?? Number.NaN);
    expect(gain(metered(10), { leaks: ['2'] })).toBeLessThan(0);
  });
});

describe('a fault that was mended', () => {
  it('leaves what it taught as uncertain as before the first reading', () => {
    const log = [
      reading({ kPa: [44, 40] }),
      move('B', 0.5),
      reading({ kPa: [44, 40] }),
      {
        kind: 'verdict' as const,
        suspicion: { kind: 'deadScrew' as const, adjuster: 'B' },
        verdict: 'mended' as const,
      },
    ].reduce(append, zeroed);
    const gain = layout.gain(twinWithTwoStops.adjusters.findIndex(({ id }) => id === 'B'));
    const prior = priorBelief(twinWithTwoStops);
    const before = foldBelief(twinWithTwoStops, log.slice(0, -1));
    const after = foldBelief(twinWithTwoStops, log);
    expect(before.covariance.get(gain, gain)).toBeLessThan(prior.covariance.get(gain, gain));
    expect(after.covariance.get(gain, gain)).toBe(prior.covariance.get(gain, gain));
    expect(at(after.mean, gain)).toBe(at(prior.mean, gain));
  });
});
