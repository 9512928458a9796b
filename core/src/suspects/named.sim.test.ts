import { describe, expect, it } from 'vitest';
import type { Fault, Suspicion } from '../faults';
import { ARCHETYPES, type Setup } from '../setup';
import { isDeep, seeds } from '../testing/depth';
import { runTrial } from '../trial';

const clock = (after: number) => new Date(1e12 + after * 1000).toISOString();

function trial(setup: Setup, seed: number, faults: readonly Fault[]) {
  return runTrial({
    setup,
    seed,
    engine: { found: 'farOff', faults },
    stopAtSuspicion: true,
    machine: 'Fault bench',
    complaint: '',
    clock,
  });
}

const rack = ARCHETYPES.rack4;

describe('a fault on the practice engine', () => {
  const cases: readonly (readonly [Fault, Suspicion])[] = [
    [
      { kind: 'deadScrew', adjuster: 'B' },
      { kind: 'deadScrew', adjuster: 'B' },
    ],
    [
      { kind: 'exchangedHoses', throats: ['1', '3'] },
      { kind: 'exchangedHoses', throats: ['1', '3'] },
    ],
    [
      { kind: 'wornShaft', throat: '2', restDeg: 0.4 },
      { kind: 'wornShaft', throat: '2' },
    ],
    [
      { kind: 'airLeak', throat: '4', areaMm2: 2.2 },
      { kind: 'airLeak', throat: '4' },
    ],
  ];

  it.each(cases)('%j is named with its place within eight moves', (fault, suspicion) => {
    const [named] = trial(rack, 91, [fault]).suspected;
    expect(named?.suspicion).toEqual(suspicion);
    expect(named?.afterMoves).toBeLessThanOrEqual(8);
  });

  // Shorter ones, of another engine, run with every test: `trial/foreign.sim.test.ts`.
  it.runIf(isDeep)('is not seen on engines that have none', () => {
    for (const seed of seeds(91, { quick: 1, deep: 50 })) expect(trial(rack, seed, []).suspected).toEqual([]);
  });
});
