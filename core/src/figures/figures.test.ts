import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { STEPS } from '../sheet';
import { answersOf, CALCULATORS, lifeLeft, problemOf, stopTurnsFor, usualValues } from './index';

function answers(id: string, values: Readonly<Record<string, number>> = {}) {
  const calculator = CALCULATORS.find((each) => each.id === id);
  if (calculator === undefined) throw new Error(id);
  return new Map(
    answersOf(calculator, { ...usualValues(calculator), ...values }).map(({ label, value }) => [label, value]),
  );
}

describe('calculators, by published values', () => {
  it('pressure: NIST SP 811, B.8', () => {
    const at = answers('pressure', { kPa: 33.86389, barometer: 101.325 });
    expect(at.get('inHg')).toBeCloseTo(10, 4);
    expect(at.get('psi')).toBeCloseTo(33.86389 / 6.894757, 6);
    expect(at.get('absolute')).toBeCloseTo(67.461, 3);
  });

  it('fuel head: 0.50 m of petrol at 740 kg/m3 is 3.63 kPa, 0.53 psi (rho g h)', () => {
    const at = answers('fuelHead', { head: 0.5, density: 740 });
    expect(at.get('Pressure')).toBeCloseTo(3.63, 2);
    expect(at.get('the same')).toBeCloseTo(0.53, 2);
  });

  it('float height: an inch is 25.4 mm exactly', () => {
    expect(answers('floatHeight', { mm: 26.19375 }).get('as a fraction')).toBeCloseTo(33 / 32, 9);
    expect(answers('floatHeight', { mm: 25.4 }).get('in thousandths')).toBeCloseTo(1000, 9);
  });

  it('slot: a plate edge in a 38 mm bore moves 0.33 mm a degree near closed (D/2 cos 5 deg, by hand)', () => {
    expect(answers('slot').get('One degree shows')).toBeCloseTo(
      (19 * Math.cos((5.5 * Math.PI) / 180) * Math.PI) / 180,
      4,
    );
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 4, noNaN: true }), (mm) => {
        const turns = stopTurnsFor(mm, { boreMm: 38, closedDeg: 5, pitchMm: 0.5, leverMm: 45 });
        const opened = (turns * 0.5) / 45 + (5 * Math.PI) / 180;
        expect(19 * (Math.sin(opened) - Math.sin((5 * Math.PI) / 180))).toBeCloseTo(mm, 9);
      }),
    );
  });

  it('hole: its area by hand, and the angle that opens as much', () => {
    const at = answers('extraHole', { holeMm: 2, holes: 1, boreMm: 40, closedDeg: 0 });
    expect(at.get('Open area')).toBeCloseTo(Math.PI, 9);
    // pi = pi 40^2 / 4 (1 - cos b): cos b = 1 - 1/400.
    expect(at.get('As much as the plate opened by')).toBeCloseTo((Math.acos(1 - 1 / 400) * 180) / Math.PI, 6);
  });

  it('screw: a quarter turn of M6 (ISO 261, pitch 1 mm) is 0.25 mm', () => {
    expect(answers('screwTravel', { turns: 0.25, pitchMm: 1 }).get('Travel')).toBeCloseTo(0.25, 12);
  });

  it('density: 20 C, 101.325 kPa, 50 % is 1.199 kg/m3 (CIPM-2007)', () => {
    const at = answers('density', {
      kPa: 101.325,
      celsius: 20,
      percent: 50,
      kPaThen: 101.325,
      celsiusThen: 20,
      jet: 100,
    });
    expect(at.get('Density')).toBeCloseTo(1.199, 3);
    expect(at.get('Jet stamped by bore')).toBeCloseTo(100, 9);
    // ISO 2533 at 2000 m: density 1.0065 of 1.2250, dry. The fourth root and the square root of 0.8216.
    const high = answers('density', {
      kPa: 79.495,
      celsius: 2,
      percent: 0,
      kPaThen: 101.325,
      celsiusThen: 15,
      jet: 100,
    });
    expect(high.get('of what it was')).toBeCloseTo(82.16, 1);
    expect(high.get('Jet stamped by bore')).toBeCloseTo(95.21, 1);
    expect(high.get('Jet stamped by flow')).toBeCloseTo(90.64, 1);
  });

  it('lambda: petrol 14.6 to 14.7, E10 about 14.1, E85 about 9.8, ethanol 9.0 (Heywood, table D.4)', () => {
    const at = (ethanol: number) => answers('lambda', { lambda: 1, ethanol }).get('Air/fuel ratio') ?? 0;
    expect(at(0)).toBeGreaterThan(14.5);
    expect(at(0)).toBeLessThan(14.75);
    expect(at(10)).toBeCloseTo(14.0, 0);
    expect(at(85)).toBeCloseTo(9.8, 0);
    expect(at(100)).toBeCloseTo(9.0, 1);
  });

  it('lambda: a fuel of more than everything is refused, not guessed at', () => {
    expect(answers('lambda', { ethanol: 60, methanol: 50 }).size).toBe(0);
    expect(answers('lambda', { lambda: 1, ethanol: 0, methanol: 100 }).get('Air/fuel ratio')).toBeCloseTo(6.47, 1);
  });

  it('rich: a fifth too rich uses a quarter more fuel (1/0.8 - 1)', () => {
    const at = answers('richCost', { lambda: 0.8, litres: 100, price: 2, engine: 2000, years: 10 });
    expect(at.get('Extra fuel over what is needed')).toBeCloseTo(25, 9);
    expect(at.get('Fuel wasted, a year')).toBeCloseTo(40, 9);
    expect(at.get('Engine, a year, at least')).toBeCloseTo(200 * (1 / 0.65 - 1), 6);
    expect(answers('richCost', { lambda: 1 }).get('and at most')).toBe(0);
    // Richer never lives longer.
    for (let lambda = 0.75; lambda < 1.05; lambda += 0.01) {
      const [rich, leaner] = [lifeLeft(lambda), lifeLeft(lambda + 0.01)];
      expect(leaner.low).toBeGreaterThanOrEqual(rich.low);
      expect(leaner.high).toBeGreaterThanOrEqual(rich.high);
      expect(rich.low).toBeLessThanOrEqual(rich.high);
    }
  });
});

describe('all calculators', () => {
  it('answer with figures for whatever makes sense, and with nothing for what does not', () => {
    for (const calculator of CALCULATORS) {
      const inputs = fc.record(
        Object.fromEntries(
          calculator.inputs.map(({ id, low, high }) => [id, fc.double({ min: low, max: high, noNaN: true })]),
        ),
      );
      fc.assert(
        fc.property(inputs, (values) => {
          for (const { value } of answersOf(calculator, values)) expect(Number.isFinite(value)).toBe(true);
        }),
        { numRuns: 40 },
      );
      const [first] = calculator.inputs;
      expect(answersOf(calculator, { ...usualValues(calculator), [first?.id ?? '']: Number.NaN })).toEqual([]);
      expect(problemOf(calculator, usualValues(calculator))).toBeUndefined();
    }
  });

  it('name only steps that there are', () => {
    const steps = STEPS.map(({ id }) => id);
    for (const { id, steps: named } of CALCULATORS)
      for (const step of named) expect([id, step, steps.includes(step)]).toEqual([id, step, true]);
  });
});
