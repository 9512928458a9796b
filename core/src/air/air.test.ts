import { describe, expect, it } from 'vitest';
import { kelvins, pascals, radians, squareMetres } from '../units';
import {
  CRITICAL_PRESSURE_RATIO,
  flowFactor,
  orificeFlow,
  plateOpenArea,
  STANDARD_PRESSURE,
  STANDARD_TEMPERATURE,
  tabulatedFlowFactor,
} from './index';

const ambient = { pressure: STANDARD_PRESSURE, temperature: STANDARD_TEMPERATURE };

describe('orifice flow', () => {
  it('chokes at 0.5283 (Heywood 1988, eq. C.10)', () => {
    expect(CRITICAL_PRESSURE_RATIO).toBeCloseTo(0.5283, 4);
  });

  // Choked air at sea level, 101 325 Pa and 288.15 K: 241.2 kg/s per m2 (Heywood 1988, eq. C.9, worked with R = 287.05).
  it('passes 241.2 kg/s of choked ambient air a square metre', () => {
    const flow = orificeFlow(squareMetres(1), ambient, {
      pressure: pascals(20_000),
      temperature: STANDARD_TEMPERATURE,
    });
    expect(flow).toBeCloseTo(241.2, 1);
  });

  // Subsonic by the textbook route: Mach from the pressure ratio (Heywood 1988, eq. C.5), then density x velocity.
  it.each([0.6, 0.75, 0.9, 0.99])('agrees with density times velocity at a ratio of %d', (ratio) => {
    const mach = Math.sqrt((2 / 0.4) * (ratio ** (-0.4 / 1.4) - 1));
    const temperature = STANDARD_TEMPERATURE / (1 + 0.2 * mach ** 2);
    const density = (STANDARD_PRESSURE * ratio) / (287.05287 * temperature);
    const expected = density * mach * Math.sqrt(1.4 * 287.05287 * temperature);
    const below = { pressure: pascals(STANDARD_PRESSURE * ratio), temperature: STANDARD_TEMPERATURE };
    expect(orificeFlow(squareMetres(1), ambient, below)).toBeCloseTo(expected, 8);
  });

  it('is tabulated to 1e-6 of the choked factor', () => {
    for (let ratio = 0; ratio <= 1.05; ratio += 0.00037) {
      expect(Math.abs(tabulatedFlowFactor(ratio) - flowFactor(ratio))).toBeLessThan(1e-6);
    }
  });

  it('is continuous where it begins to choke, stops at equal pressures and runs back beyond', () => {
    expect(flowFactor(CRITICAL_PRESSURE_RATIO + 1e-9)).toBeCloseTo(flowFactor(CRITICAL_PRESSURE_RATIO), 9);
    expect(orificeFlow(squareMetres(1), ambient, ambient)).toBe(0);
    const higher = { pressure: pascals(150_000), temperature: kelvins(300) };
    expect(orificeFlow(squareMetres(1), ambient, higher)).toBeLessThan(0);
  });
});

describe('throttle plate', () => {
  const bore = 0.034;
  const closed = radians((4 * Math.PI) / 180);

  it('is shut at its closed angle and nearly the whole bore at 90 degrees', () => {
    expect(plateOpenArea(bore, closed, closed)).toBe(0);
    expect(plateOpenArea(bore, radians(Math.PI / 2), closed)).toBeCloseTo((Math.PI * bore ** 2) / 4, 12);
  });

  // The open area is the bore less the plate's shadow: an ellipse, integrated here strip by strip.
  it.each([6, 15, 40, 75])('agrees with numeric integration of the projected ellipse at %d degrees', (degrees) => {
    const angle = (degrees * Math.PI) / 180;
    const squash = Math.cos(angle) / Math.cos(closed);
    const strips = 200_000;
    let shadow = 0;
    for (let i = 0; i < strips; i += 1) {
      const y = ((i + 0.5) / strips - 0.5) * bore;
      shadow += 2 * squash * Math.sqrt((bore / 2) ** 2 - y ** 2) * (bore / strips);
    }
    const expected = (Math.PI * bore ** 2) / 4 - shadow;
    expect(plateOpenArea(bore, radians(angle), closed) / expected).toBeCloseTo(1, 5);
  });
});
