import { describe, expect, it } from 'vitest';
import { rpm } from '../../units';
import { CrankTable, cylinderTables } from '../gas/tables';
import { clearanceVolume, cylinderVolume, sweptVolume, volumeSlope } from './crank';
import { frictionMeanEffectivePressure } from './friction';

const shape = { bore: 0.076, stroke: 0.082, rod: 0.15, compressionRatio: 8.8 };

describe('slider-crank volumes (Heywood 1988, eqs. 2.1 to 2.5)', () => {
  it('has the clearance at top dead centre and all of it at bottom dead centre', () => {
    expect(cylinderVolume(shape, 0)).toBeCloseTo(clearanceVolume(shape), 12);
    expect(cylinderVolume(shape, Math.PI)).toBeCloseTo(clearanceVolume(shape) + sweptVolume(shape), 12);
    expect(cylinderVolume(shape, Math.PI) / cylinderVolume(shape, 0)).toBeCloseTo(8.8, 9);
  });

  it('has a slope that agrees with finite differences', () => {
    for (const angle of [0.3, 1.4, 2.9, 4.4]) {
      const difference = (cylinderVolume(shape, angle + 1e-6) - cylinderVolume(shape, angle - 1e-6)) / 2e-6;
      expect(volumeSlope(shape, angle) / difference).toBeCloseTo(1, 6);
    }
  });

  it('has more than half its travel behind it at 90 degrees, by the rod’s slant', () => {
    // Travel at 90 degrees: a + l - sqrt(l^2 - a^2) = 46.72 mm for a = 41, l = 150 (worked by hand).
    const travel = (cylinderVolume(shape, Math.PI / 2) - clearanceVolume(shape)) / (sweptVolume(shape) / shape.stroke);
    expect(travel * 1000).toBeCloseTo(46.71, 1);
  });
});

// Heywood (1988), eq. 13.6: 0.97 + 0.15 + 0.05 = 1.17 bar at 1000 rpm, 0.97 + 0.45 + 0.45 = 1.87 bar at 3000 rpm.
it('has the friction of the correlation', () => {
  expect(frictionMeanEffectivePressure(rpm(1000))).toBeCloseTo(1.17e5, 3);
  expect(frictionMeanEffectivePressure(rpm(3000))).toBeCloseTo(1.87e5, 3);
});

describe('crank tables', () => {
  it('keep to their functions within 2e-5 of the range, at any angle of the cycle', () => {
    const { volume, slope } = cylinderTables(shape, 4 * Math.PI);
    for (let angle = 0; angle < 4 * Math.PI; angle += 0.00917) {
      expect(Math.abs(volume.at(angle) - cylinderVolume(shape, angle)) / sweptVolume(shape)).toBeLessThan(2e-5);
      expect(Math.abs(slope.at(angle) - volumeSlope(shape, angle)) / sweptVolume(shape)).toBeLessThan(2e-5);
    }
  });

  it('close at the end of the period', () => {
    const table = new CrankTable((angle) => angle, 2 * Math.PI);
    expect(table.at(2 * Math.PI)).toBeCloseTo(0, 9);
  });
});
