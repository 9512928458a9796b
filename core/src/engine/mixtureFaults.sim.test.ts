import { describe, expect, it } from 'vitest';
import type { Fault } from '../faults';
import { ARCHETYPES, type Setup } from '../setup';
import { rpm, seconds, turns } from '../units';
import { createEngine } from './index';

/** An engine that has run long enough to settle, held at a speed where that is said. */
function settled(setup: Setup, faults: readonly Fault[], hold?: number) {
  const engine = createEngine(setup, { seed: 4, found: 'factory', faults });
  engine.start();
  engine.advance(seconds(10));
  if (hold !== undefined) {
    engine.hand({ kind: 'hold', speed: rpm(hold) });
    engine.advance(seconds(8));
  }
  return engine;
}

/** What half a turn out of a mixture screw does to its first cylinder, as a share of its lambda. */
function sayOf(setup: Setup, faults: readonly Fault[], screw: string): number {
  const engine = settled(setup, faults);
  const before = engine.truth().lambdas[0] ?? 1;
  engine.turn(screw, turns(-0.5));
  engine.advance(seconds(8));
  return Math.abs((engine.truth().lambdas[0] ?? 1) / before - 1);
}

describe('what no mixture screw cures (trade facts; common practice, no source)', () => {
  const { vTwin, siamesedFour, fourBarrel } = ARCHETYPES;

  it('a plate open past its slot is rich, and its screw has lost its say', () => {
    const fault = { kind: 'transferSlot', throat: '1', mm: 1.3 } as const;
    expect(settled(vTwin, [fault]).truth().lambdas[0]).toBeLessThan(0.9 * (settled(vTwin, []).truth().lambdas[0] ?? 1));
    expect(sayOf(vTwin, [fault], 'M1')).toBeLessThan(0.5 * sayOf(vTwin, [], 'M1'));
  });

  it('a worn needle jet is rich at idle behind a constant-depression piston', () => {
    const worn = settled(siamesedFour, [{ kind: 'wornNeedleJet', throat: '1', share: 0.3 }]).truth().lambdas;
    const sound = settled(siamesedFour, []).truth().lambdas;
    expect(worn[0]).toBeLessThan(0.85 * (sound[0] ?? 1));
    expect(Math.abs((worn[2] ?? 0) / (sound[2] ?? 1) - 1)).toBeLessThan(0.08);
  });

  it('a robbed cylinder is leaner than the sister on its runner, who gets what it lost', () => {
    const [robbed = 0, sister = 0] = settled(siamesedFour, [
      { kind: 'sharedRobbing', cylinder: '1', share: 0.12 },
    ]).truth().lambdas;
    const [own = 1, hers = 1] = settled(siamesedFour, []).truth().lambdas;
    expect(robbed / sister).toBeGreaterThan(1.1 * (own / hers));
    expect(Math.abs((1 / robbed + 1 / sister) / (1 / own + 1 / hers) - 1)).toBeLessThan(0.05);
  });

  it('a reversed feed is right at idle and lean while the main begins', () => {
    const fault = { kind: 'feedReversal', throat: '1', share: 0.9 } as const;
    const lean = (faults: readonly Fault[], hold?: number) => {
      const { lambdas } = settled(fourBarrel, faults, hold).truth();
      return lambdas.reduce((sum, lambda) => sum + lambda, 0) / lambdas.length;
    };
    expect(lean([fault]) / lean([])).toBeCloseTo(1, 1);
    const speeds = [1200, 1500, 1800, 2200];
    expect(Math.max(...speeds.map((speed) => lean([fault], speed) / lean([], speed)))).toBeGreaterThan(1.02);
  });
});
