import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ARCHETYPES } from '../setup';
import { known, standAt, turn } from '../testing/mixtureLogs';
import { mixtureLayout, mixturePrior } from './index';
import { leaned, turned, turnsToLean } from './move';

const { vTwin, siamesedFour } = ARCHETYPES;

describe('a turn', () => {
  it('is planned by the inverse of what it does', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -3, max: -1, noNaN: true }),
        fc.double({ min: -0.3, max: 0.3, noNaN: true }),
        (gain, change) => {
          expect(leaned(gain, turnsToLean(gain, change)).change).toBeCloseTo(change, 6);
        },
      ),
    );
  });

  it('in of a fuel screw leans its own throat, and of a jet nut enriches it', () => {
    const leaner = known(vTwin, turn('M1', 0.5));
    expect(standAt(leaner, 0).lambda).toBeGreaterThan(standAt(known(vTwin), 0).lambda);
    expect(standAt(leaner, 1).lambda).toBeCloseTo(standAt(known(vTwin), 1).lambda, 1);
    const richer = known(siamesedFour, turn('M1', 0.5));
    expect(standAt(richer, 0).lambda).toBeLessThan(standAt(known(siamesedFour), 0).lambda);
  });

  it('of a throttle stop makes every mixture less sure and none leaner', () => {
    const layout = mixtureLayout(vTwin);
    const before = mixturePrior(layout, {});
    const after = turned(layout, before, { adjuster: 'A', turns: 1 });
    expect(after.mean).toEqual(before.mean);
    expect(after.covariance.get(0, 0)).toBeGreaterThan(after.covariance.get(1, 1));
    expect(after.covariance.get(1, 1)).toBeGreaterThan(before.covariance.get(1, 1));
  });
});
