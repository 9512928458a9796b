import fc from 'fast-check';
import { Matrix, solve } from 'ml-matrix';
import { describe, expect, it } from 'vitest';
import { at, seededRandom } from '../basics';
import { effectiveEvents } from '../job';
import { twinWithTwoStops } from '../setup';
import { append, logs, match, move, opened, reading, round, zero } from '../testing/jobs';
import { turns } from '../units';
import { reachedBy, turnToReach } from './backlash';
import { demand } from './contrast';
import { foldBelief, foldBeliefInSteps, foldEvent } from './foldBelief';
import { forecastOf } from './forecast';
import { layoutOf } from './layout';
import { moveBelief } from './move';
import {
  carriedObservation,
  depressionObservation,
  type Observation,
  speedObservation,
  zeroObservation,
} from './observation';
import { priorBelief } from './prior';
import { updateBelief } from './update';

const layout = layoutOf(twinWithTwoStops);

describe('observations', () => {
  it('have slopes that agree with finite differences', () => {
    const random = seededRandom(5);
    const belief = priorBelief(twinWithTwoStops);
    const observations = [
      depressionObservation(belief, 0, { shownKPa: 40, variance: 1 }),
      depressionObservation(belief, 1, { shownKPa: 40, variance: 1 }),
      carriedObservation(belief, 1, { shownKPa: 40, variance: 1 }),
      speedObservation(belief, 1000, 1),
      zeroObservation(belief, 1, { shownKPa: 0, variance: 1 }),
    ];
    for (const observation of observations) {
      const point = belief.mean.map((m) => m + 0.2 * random.normal());
      const { slope } = observation.predict(point);
      slope.forEach((claimed, k) => {
        const h = 1e-6;
        const at = (sign: number) => observation.predict(point.map((v, i) => (i === k ? v + sign * h : v))).value;
        expect(claimed).toBeCloseTo((at(1) - at(-1)) / (2 * h), 4);
      });
    }
  });
});

describe('the pressure’s law', () => {
  it('has a share that is its own slope, from a choked throttle to an open one', () => {
    for (let ratio = 0.3; ratio < 0.99; ratio += 0.03) {
      const h = 1e-6;
      const slope = (demand(Math.log(ratio) + h).value - demand(Math.log(ratio) - h).value) / (2 * h);
      if (Math.abs(ratio - 0.5283) > 0.02) expect(1 / slope).toBeCloseTo(demand(Math.log(ratio)).share, 4);
    }
  });

  it('chokes below 0.5283 of the barometer (Heywood 1988, App. C)', () => {
    expect(demand(Math.log(0.5)).share).toBe(1);
    expect(demand(Math.log(0.55)).share).toBeLessThan(0.95);
  });
});

describe('one gauge carried round', () => {
  it('compares throats without the errors of gauges that took no part', () => {
    const far = append(opened, zero(0.8, -0.8));
    const spreadOf = (log: typeof opened) => forecastOf(foldBelief(twinWithTwoStops, log)).spread;
    expect(spreadOf(append(far, round(44, 40)))).toBeCloseTo(spreadOf(append(opened, round(44, 40))), 3);
    expect(spreadOf(append(far, round(44, 40)))).toBeCloseTo(4, 1);
    expect(spreadOf(append(far, reading({ kPa: [44, 40] })))).toBeCloseTo(2.4, 1);
  });

  it('is surer than two gauges that nobody zeroed', () => {
    const doubt = (log: typeof opened) => at(forecastOf(foldBelief(twinWithTwoStops, log)).throats, 0).uncertainty;
    expect(doubt(append(opened, round(44, 40)))).toBeLessThan(0.3 * doubt(append(opened, reading({ kPa: [44, 40] }))));
  });
});

describe('a turn', () => {
  it('moves the state along the slopes that its covariance is moved by', () => {
    // Finite differences of the mean against the covariance's own propagation, one state at a time.
    const base = foldBelief(twinWithTwoStops, [zero(0, 0), reading({ kPa: [47, 43] })].reduce(append, opened));
    const n = layout.size;
    const h = 1e-6;
    for (const place of [layout.trim(0), layout.trim(1), layout.gain(2), layout.speedSlope, layout.level]) {
      const bare = { ...base, covariance: Matrix.zeros(n, n) };
      const unit = Matrix.zeros(n, n);
      unit.set(place, place, 1);
      const claimed = Matrix.sub(
        moveBelief({ ...base, covariance: unit }, { adjuster: 'K', turns: turns(0.5) }).covariance,
        moveBelief(bare, { adjuster: 'K', turns: turns(0.5) }).covariance,
      );
      const shifted = (by: number) =>
        moveBelief(
          { ...bare, mean: base.mean.map((m, i) => (i === place ? m + by : m)) },
          { adjuster: 'K', turns: turns(0.5) },
        ).mean;
      const slope = shifted(h).map((m, i) => (m - (shifted(-h)[i] ?? 0)) / (2 * h));
      for (const row of [layout.trim(0), layout.trim(1), layout.speed, layout.level]) {
        expect(claimed.get(row, row)).toBeCloseTo((slope[row] ?? 0) ** 2, 4);
      }
    }
  });
});

describe('the update', () => {
  it('is batch least squares where everything is linear, to 1e-9', () => {
    // Saerkkae (2013), ch. 4: the Kalman update and the regularised normal equations give one answer.
    const random = seededRandom(8);
    const n = 6;
    const root = new Matrix(Array.from({ length: n }, () => Array.from({ length: n }, () => random.normal())));
    const covariance = root.mmul(root.transpose()).add(Matrix.eye(n));
    const mean = Array.from({ length: n }, () => random.normal());
    const rows = Array.from({ length: 9 }, () => Array.from({ length: n }, () => random.normal()));
    const observed = rows.map(() => random.normal());
    const variances = rows.map(() => 0.1 + random.uniform());
    const observations = rows.map(
      (slope, i): Observation => ({
        observed: observed[i] ?? 0,
        variance: variances[i] ?? 1,
        predict: (state) => ({ value: slope.reduce((sum, s, k) => sum + s * (state[k] ?? 0), 0), slope }),
      }),
    );
    const updated = updateBelief({ mean, covariance }, observations);

    const h = new Matrix(rows);
    const weights = Matrix.diag(variances.map((v) => 1 / v));
    const information = solve(covariance, Matrix.eye(n));
    const normal = Matrix.add(information, h.transpose().mmul(weights).mmul(h));
    const right = Matrix.add(
      information.mmul(Matrix.columnVector(mean)),
      h.transpose().mmul(weights).mmul(Matrix.columnVector(observed)),
    );
    const batch = solve(normal, right).to1DArray();
    updated.mean.forEach((value, i) => {
      expect(value).toBeCloseTo(batch[i] ?? 0, 9);
    });
    expect(Matrix.sub(updated.covariance, solve(normal, Matrix.eye(n))).norm()).toBeLessThan(1e-9);
  });
});

describe('the belief', () => {
  it('is the same folded in steps, at once, or from where an earlier fold of the same log ended', () => {
    const drain = (steps: ReturnType<typeof foldBeliefInSteps>) => {
      for (;;) {
        const step = steps.next();
        if (step.done === true) return step.value;
      }
    };
    fc.assert(
      fc.property(logs, fc.nat(), (log, cut) => {
        const counted = effectiveEvents(log);
        const whole = foldBelief(twinWithTwoStops, log);
        expect(drain(foldBeliefInSteps(twinWithTwoStops, counted))).toEqual(whole);
        const known = cut % (counted.length + 1);
        const belief = foldBelief(twinWithTwoStops, counted.slice(0, known));
        expect(drain(foldBeliefInSteps(twinWithTwoStops, counted, { belief, known }))).toEqual(whole);
      }),
      { numRuns: 40 },
    );
  });

  it('takes a gauge’s offset off once it was zeroed', () => {
    const log = [zero(0.6, -0.4), reading({ kPa: [40.6, 39.6] })].reduce(append, opened);
    const { throats } = forecastOf(foldBelief(twinWithTwoStops, log));
    expect(throats[0]?.deviation).toBeCloseTo(0, 1);
    // Left is what a slope of one per cent makes of 40 kPa, on a difference of two halved: 0.28.
    expect(throats[0]?.uncertainty).toBeLessThan(0.31);
    expect(throats[0]?.uncertainty).toBeGreaterThan(0.25);
  });

  it('takes a gauge’s slope out once all were put on one throat', () => {
    const log = [zero(0, 0), match(40.2, 39.8), reading({ kPa: [40.2, 39.8] })].reduce(append, opened);
    const { throats } = forecastOf(foldBelief(twinWithTwoStops, log));
    expect(throats[0]?.deviation).toBeCloseTo(0, 1);
    expect(throats[0]?.uncertainty).toBeLessThan(0.06);
  });

  it('begins at the first reading’s own level, so that a small depression does not lead it astray', () => {
    const small = [zero(0, 0), reading({ kPa: [9.6, 10.2] })].reduce(append, opened);
    const belief = foldBelief(twinWithTwoStops, small);
    expect(belief.startle).toBeLessThan(2);
    const { throats } = forecastOf(belief);
    expect(throats.map(({ depression }) => Math.round(depression * 10) / 10)).toEqual([9.6, 10.2]);
  });

  it('lets a throat that stands open gain less by a turn of the common knob', () => {
    const log = [zero(0, 0), reading({ kPa: [54, 44] })].reduce(append, opened);
    const before = foldBelief(twinWithTwoStops, log);
    const after = moveBelief(before, { adjuster: 'K', turns: turns(1) });
    const gained = [0, 1].map((i) => (after.mean[layout.trim(i)] ?? 0) - (before.mean[layout.trim(i)] ?? 0));
    expect((gained[1] ?? 0) / (gained[0] ?? 1)).toBeCloseTo((101.325 - 54) / (101.325 - 44), 1);
  });

  it('takes up the play of a screw first when its direction changes', () => {
    const slack = { ...at(twinWithTwoStops.adjusters, 0), backlashTurns: 0.25 };
    expect(reachedBy(slack, 1, turns(-0.5)).turns).toBeCloseTo(-0.25, 9);
    expect(reachedBy(slack, -1, turns(-0.5)).turns).toBeCloseTo(-0.5, 9);
    expect(reachedBy(slack, 1, turns(-0.125)).turns).toBeCloseTo(0, 9);
    expect(turnToReach(slack, 1, -0.25)).toBeCloseTo(-0.5, 9);
  });

  it('comes to an end on readings that no engine shows, and stays a belief', () => {
    const wild = [reading({ kPa: [119, -110], rpm: 19_000 }), move('A', 3), reading({ kPa: [-119, 119], rpm: 1 })];
    const belief = foldBelief(twinWithTwoStops, wild.reduce(append, append(opened, zero(0, 0))));
    expect(belief.mean.every(Number.isFinite)).toBe(true);
    expect(belief.covariance.to1DArray().every(Number.isFinite)).toBe(true);
    expect(Number.isFinite(forecastOf(belief).spread)).toBe(true);
  });

  it('stays wide while the gauges were not zeroed', () => {
    const log = append(opened, reading({ kPa: [40, 41] }));
    expect(forecastOf(foldBelief(twinWithTwoStops, log)).throats[0]?.uncertainty).toBeGreaterThan(0.3);
  });

  it('learns what a screw does from one turn, and its sister’s with it', () => {
    // One turn in lowered cylinder 1 by 6 kPa against the other: about 0.1 of its 60 kPa absolute.
    const log = [zero(0, 0), reading({ kPa: [44, 40] }), move('A', 0.5), reading({ kPa: [41, 40.4] })].reduce(
      append,
      opened,
    );
    const before = priorBelief(twinWithTwoStops);
    const after = foldBelief(twinWithTwoStops, log);
    const spread = (belief: typeof before, j: number) =>
      Math.sqrt(belief.covariance.get(layout.gain(j), layout.gain(j)));
    expect(Math.exp(after.mean[layout.gain(0)] ?? 0)).toBeCloseTo(0.113, 1);
    expect(spread(after, 0)).toBeLessThan(0.4 * spread(before, 0));
    expect(spread(after, 1)).toBeLessThan(0.85 * spread(before, 1));
    expect(spread(after, 2)).toBeCloseTo(spread(before, 2), 1);
  });

  it('is surprised when a turn does nothing', () => {
    // Its effect was learned first: an untried screw may do next to nothing.
    const learned = [zero(0, 0), reading({ kPa: [44, 40] }), move('A', 0.5), reading({ kPa: [42, 40.8] })];
    const log = [...learned, move('A', 0.5), reading({ kPa: [42, 40.8] })].reduce(append, opened);
    const { surprise } = foldBelief(twinWithTwoStops, log);
    expect(Math.max(...surprise.map(({ sigmas }) => Math.abs(sigmas)))).toBeGreaterThan(1.5);
  });

  it('folds a log in two halves as in one', () => {
    fc.assert(
      fc.property(logs, fc.nat(), (log, cut) => {
        const plain = log.filter(({ kind }) => kind !== 'undone');
        const place = cut % (plain.length + 1);
        const half = foldBelief(twinWithTwoStops, plain.slice(0, place));
        const whole = plain.slice(place).reduce((belief, event) => foldEvent(belief, event), half);
        expect(whole.mean).toEqual(foldBelief(twinWithTwoStops, plain).mean);
      }),
      { numRuns: 40 },
    );
  });

  it('keeps its covariance sound through any log', () => {
    fc.assert(
      fc.property(logs, (log) => {
        const { covariance, mean } = foldBelief(twinWithTwoStops, log);
        for (const value of mean) expect(Number.isFinite(value)).toBe(true);
        for (let i = 0; i < covariance.rows; i += 1) expect(covariance.get(i, i)).toBeGreaterThan(0);
      }),
      { numRuns: 40 },
    );
  });

  it('does not care how the cylinders are called', () => {
    const swapped = {
      ...twinWithTwoStops,
      throats: [...twinWithTwoStops.throats].reverse(),
      adjusters: [...twinWithTwoStops.adjusters].reverse(),
    };
    const log = [
      zero(0.2, -0.1),
      reading({ kPa: [44, 40] }),
      move('A', 0.5),
      move('K', -0.25),
      reading({ kPa: [41, 40.4] }),
    ].reduce(append, opened);
    const deviation = (setup: typeof twinWithTwoStops, throat: string) =>
      forecastOf(foldBelief(setup, log)).throats.find((candidate) => candidate.throat === throat);
    for (const throat of ['1', '2']) {
      expect(deviation(swapped, throat)?.deviation).toBeCloseTo(deviation(twinWithTwoStops, throat)?.deviation ?? 0, 9);
      expect(deviation(swapped, throat)?.uncertainty).toBeCloseTo(
        deviation(twinWithTwoStops, throat)?.uncertainty ?? 0,
        9,
      );
    }
  });

  it('moves nothing by a turn of nothing but the hand’s doubt', () => {
    const belief = priorBelief(twinWithTwoStops);
    expect(moveBelief(belief, { adjuster: 'A', turns: turns(0) }).mean).toEqual(belief.mean);
  });
});
