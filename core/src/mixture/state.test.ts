import { Matrix } from 'ml-matrix';
import { describe, expect, it } from 'vitest';
import { ARCHETYPES } from '../setup';
import { drawnShares, mixtureLayout, mixturePrior } from './index';
import { BEST_TORQUE_LAMBDA, torqueLack } from './torque';
import { varianceAlong, weigh, withMoments } from './update';

const { vTwin } = ARCHETYPES;

describe('the state', () => {
  // Saerkkae (2013), theorem 4.2: a normal figure seen with normal noise.
  it('takes in a normal likelihood as the Kalman filter does', () => {
    const state = {
      mean: [0.2, -0.1],
      covariance: new Matrix([
        [0.04, 0.01],
        [0.01, 0.09],
      ]),
    };
    const direction = new Map([
      [0, 1],
      [1, 0.5],
    ]);
    const noise = 0.02;
    const seen = 0.5;
    const value = 0.2 - 0.05;
    const after = weigh(state, { value, direction }, (x) => -0.5 * ((seen - x) / noise) ** 2);
    const variance = varianceAlong(state.covariance, direction);
    const gain = [(0.04 + 0.005) / (variance + noise ** 2), (0.01 + 0.045) / (variance + noise ** 2)];
    expect(after.state.mean[0]).toBeCloseTo(0.2 + (gain[0] ?? 0) * (seen - value), 4);
    expect(after.state.mean[1]).toBeCloseTo(-0.1 + (gain[1] ?? 0) * (seen - value), 4);
    expect(varianceAlong(after.state.covariance, direction)).toBeCloseTo(
      (variance * noise ** 2) / (variance + noise ** 2),
      5,
    );
  });

  it('is left alone by moments that it has already', () => {
    const state = {
      mean: [1, 2, 3],
      covariance: new Matrix([
        [1, 0.2, 0.1],
        [0.2, 2, 0.3],
        [0.1, 0.3, 1.5],
      ]),
    };
    const same = withMoments(state, [new Map([[0, 1]]), new Map([[2, 1]])], {
      mean: [1, 3],
      covariance: state.covariance.selection([0, 2], [0, 2]),
    });
    expect(same.mean).toEqual([1, 2, 3]);
    expect(Matrix.sub(same.covariance, state.covariance).norm()).toBeLessThan(1e-12);
  });

  it('has every cylinder draw all of what it burns', () => {
    for (const setup of Object.values(ARCHETYPES))
      for (const shares of drawnShares(setup)) expect(shares.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
  });

  it('believes sisters’ screws alike before one was turned, and is no surer than that', () => {
    const layout = mixtureLayout(vTwin);
    const { covariance } = mixturePrior(layout, { sensor: 'each' });
    const [a, b] = [layout.gain(0), layout.gain(1)];
    const together = covariance.get(a, b) / covariance.get(a, a);
    expect(together).toBeGreaterThan(0.3);
    expect(together).toBeLessThan(0.9);
  });
});

describe('torque against lambda', () => {
  // Heywood (1988), fig. 15-1, from memory: best a tenth rich, some 3 % less at lambda 1, a fifth less at 1.2.
  it('is best a tenth rich and falls with the fuel on the lean side', () => {
    expect(torqueLack(BEST_TORQUE_LAMBDA)).toBeCloseTo(0, 3);
    expect(torqueLack(1)).toBeCloseTo(0.03, 2);
    expect(torqueLack(1.2)).toBeCloseTo(0.2, 2);
    for (let lambda = 0.92; lambda < 1.45; lambda += 0.01)
      expect(torqueLack(lambda + 0.01)).toBeGreaterThan(torqueLack(lambda) - 1e-9);
    for (let lambda = 0.88; lambda > 0.55; lambda -= 0.01)
      expect(torqueLack(lambda - 0.01)).toBeGreaterThan(torqueLack(lambda) - 1e-9);
  });
});
