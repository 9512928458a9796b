import { describe, expect, it } from 'vitest';
import { ARCHETYPE_NAMES, ARCHETYPES } from './archetypes';
import { setupProblems } from './problems';
import { decidingQuantity, sharesPlenum, toleranceOf } from './quantity';
import type { Setup } from './schema';

const withTargets = (setup: Setup, targets: Partial<Setup['targets']>): Setup => ({
  ...setup,
  targets: { ...setup.targets, ...targets },
});

describe('what decides', () => {
  it('is the air of the throats that feed the same cylinders, and depression everywhere else', () => {
    const byAir = ARCHETYPE_NAMES.filter((name) => decidingQuantity(ARCHETYPES[name]) === 'airflow');
    expect(byAir).toEqual(['threeTwoBarrels', 'fourBarrel']);
    // One throat has nothing to share with.
    expect(sharesPlenum(ARCHETYPES.vTwinShared)).toBe(false);
  });

  it('has a tolerance of its own', () => {
    expect(toleranceOf(ARCHETYPES.twin)).toBe(ARCHETYPES.twin.targets.spreadKPa);
    expect(toleranceOf(ARCHETYPES.fourBarrel)).toBe(8);
    expect(toleranceOf(withTargets(ARCHETYPES.fourBarrel, { airflowSpreadPercent: 5 }))).toBe(5);
    expect(toleranceOf(withTargets(ARCHETYPES.twin, { decides: 'airflow' }))).toBe(8);
  });

  it('cannot be the depression of throats that have one', () => {
    expect(setupProblems(withTargets(ARCHETYPES.fourBarrel, { decides: 'depression' }))).toEqual([
      expect.objectContaining({ path: '/targets/decides' }),
    ]);
    expect(setupProblems(withTargets(ARCHETYPES.twin, { decides: 'depression' }))).toEqual([]);
  });
});
