import { CholeskyDecomposition, Matrix } from 'ml-matrix';
import { describe, expect, it } from 'vitest';
import { seededRandom } from '../basics';
import type { Bare, JobEvent } from '../job';
import { ARCHETYPES, decidingQuantity, type Setup } from '../setup';
import { append, move, reading, zero } from '../testing/jobs';
import { comparedBy } from './comparison';
import { groupState, throatLogAirflow } from './contrast';
import { foldBelief } from './foldBelief';
import { forecastOf } from './forecast';
import { knownGauges } from './knownGauges';
import { layoutOf } from './layout';
import { airflowObservation } from './observation';
import { priorBelief } from './prior';

const eight = ARCHETYPES.fourBarrel;
const twin = ARCHETYPES.twin;

function air(setup: Setup, shown: readonly number[], rpm = setup.targets.idleRpm): Bare {
  return {
    kind: 'airflow',
    throats: setup.throats.map(({ id }, i) => ({ throat: id, shown: shown[i] ?? 1, uncertainty: 0.02 })),
    rpm,
  };
}

const begun = (setup: Setup): readonly JobEvent[] =>
  append([], { kind: 'opened', machine: 'Air bench', complaint: '', setup });

const seen = (setup: Setup, log: readonly JobEvent[]) => forecastOf(foldBelief(setup, log));

describe('a meter on the mouths', () => {
  it('has slopes that agree with finite differences, on runners of their own, with pipes and on a plenum', () => {
    const random = seededRandom(8);
    for (const setup of [ARCHETYPES.rack4, ARCHETYPES.outboardTriple, eight]) {
      const belief = priorBelief(setup);
      const observation = airflowObservation(belief, { throat: 1, against: 2, shown: 0, variance: 1, shared: 1 });
      const point = belief.mean.map((m, i) => m + (i === layoutOf(setup).level ? 0.3 : 0.1 * random.normal()));
      const { slope } = observation.predict(point);
      slope.forEach((claimed, k) => {
        const h = 1e-6;
        const shifted = (sign: number) => observation.predict(point.map((v, i) => (i === k ? v + sign * h : v))).value;
        expect(claimed).toBeCloseTo((shifted(1) - shifted(-1)) / (2 * h), 4);
      });
    }
  });

  it('tells the same in whatever order the mouths were metered', () => {
    const event = air(eight, [8, 8.2, 8.8, 9]);
    if (event.kind !== 'airflow') throw new Error('a meter gives airflow');
    const forwards = foldBelief(eight, append(begun(eight), event));
    const back = foldBelief(eight, append(begun(eight), { ...event, throats: [...event.throats].reverse() }));
    forwards.mean.forEach((value, i) => {
      expect(back.mean[i]).toBeCloseTo(value, 9);
    });
    expect(back.logEvidence).toBeCloseTo(forwards.logEvidence, 6);
    expect(Matrix.sub(back.covariance, forwards.covariance).norm()).toBeLessThan(1e-9);
  });

  it('decides where throats feed the same cylinders, and where a setup says so', () => {
    expect(decidingQuantity(eight)).toBe('airflow');
    expect(decidingQuantity(twin)).toBe('depression');
    expect(decidingQuantity({ ...twin, targets: { ...twin.targets, decides: 'airflow' } })).toBe('airflow');
  });

  it('compares throats in per cent, whatever the meter’s scale', () => {
    for (const scale of [1, 7]) {
      const { quantity, throats, spread } = seen(
        eight,
        append(begun(eight), air(eight, [8 * scale, 8 * scale, 8.8 * scale, 8.8 * scale])),
      );
      expect(quantity).toBe('airflow');
      expect(spread).toBeCloseTo(100 * Math.log(1.1), 0);
      expect(throats.map(({ deviation }) => Math.sign(deviation))).toEqual([-1, -1, 1, 1]);
    }
  });

  it('teaches what a turn does where pressure cannot', () => {
    const log = [air(eight, [8, 8, 8.8, 8.8]), move('A', 0.5), air(eight, [8.8, 8.8, 8.8, 8.8], 790)].reduce(
      append,
      begun(eight),
    );
    const belief = foldBelief(eight, log);
    const gain = belief.mean[layoutOf(eight).gain(0)] ?? 0;
    expect(Math.exp(gain)).toBeCloseTo(Math.log(1.1) / 0.5, 1);
    // The gauges on a plenum agree whatever the throttles do.
    const { throats } = forecastOf(belief);
    expect(throats[0]?.depression).toBeCloseTo(throats[3]?.depression ?? 0, 2);
  });

  it('is evidence of depression on runners of their own, where the same cylinder draws through both', () => {
    const gauges = [zero(0, 0), reading({ kPa: [42, 42], uncertaintyKPa: 1.5 })].reduce(append, begun(twin));
    const both = append(gauges, air(twin, [10, 10.6]));
    const deviation = (log: readonly JobEvent[]) => seen(twin, log).throats[1]?.deviation ?? 0;
    // More air: less depression.
    expect(deviation(both)).toBeLessThan(deviation(gauges) - 0.3);
  });

  it('leaves the covariance sound when gauges are read after it for the first time', () => {
    const log = [
      air(twin, [8.7, 8.9]),
      zero(0.3, 0.5),
      reading({ kPa: [42.5, 40] }),
      reading({ kPa: [42.5, 40] }),
    ].reduce(append, begun(twin));
    const { covariance } = foldBelief(twin, log);
    // Sylvester's criterion through Cholesky's factor: it exists for a positive definite matrix only.
    const scaled = Matrix.add(covariance, Matrix.eye(covariance.rows).mul(1e-12));
    expect(new CholeskyDecomposition(scaled).isPositiveDefinite()).toBe(true);
  });

  it('holds its own events against each other, and passes over what does not decide', () => {
    const belief = foldBelief(eight, begun(eight));
    const log = append(append(begun(eight), air(eight, [8, 8, 8.8, 8.8])), shows(eight));
    const compared = log.map((event) => comparedBy(knownGauges(belief), event));
    expect(compared.map((needles) => needles?.length)).toEqual([undefined, 4, undefined]);
    expect(compared[1]?.[0]?.deviation).toBeCloseTo(-100 * Math.log(1.1) * 0.5, 6);
  });

  it('follows the pressure where a throttle is not choked: the law of the runner', () => {
    const belief = priorBelief(twin);
    const layout = layoutOf(twin);
    const group = { ...groupState(belief.mean, layout), level: Math.log(85) };
    // What a cylinder draws at one speed goes with its pressure, so air and pressure move alike.
    const { slopeByApart } = throatLogAirflow(101.325, group, 0);
    const h = 1e-5;
    const more = throatLogAirflow(101.325, group, h).logAirflow - throatLogAirflow(101.325, group, -h).logAirflow;
    expect(more / (2 * h)).toBeCloseTo(slopeByApart, 6);
    expect(slopeByApart).toBeGreaterThan(0.2);
    expect(slopeByApart).toBeLessThan(1);
  });
});

function shows(setup: Setup): Bare {
  return {
    kind: 'reading',
    source: 'program',
    durationS: 8,
    barometerKPa: 101.325,
    channels: setup.throats.map(({ id }) => ({ throat: id, depressionKPa: 55, uncertaintyKPa: 0.05, state: 'steady' })),
  };
}
