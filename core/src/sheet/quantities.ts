import { fittingOf, type Setup } from '../setup';
import { fromUnit } from '../units';
import { BEFORE } from './quantities/before';
import { BENCH_WORK } from './quantities/benchWork';
import { SETTINGS } from './quantities/settings';
import type { SheetQuantity } from './quantity';

/**
 * Everything that the sheet measures. Bounds are `common practice, no source` unless a line says otherwise; what counts as alike is what the usual
 * instrument resolves (ours).
 */
export const QUANTITIES: readonly SheetQuantity[] = [...BEFORE, ...BENCH_WORK, ...SETTINGS];

const byId: ReadonlyMap<string, SheetQuantity> = new Map(QUANTITIES.map((each) => [each.id, each]));

export function quantityOf(id: string): SheetQuantity | undefined {
  return byId.get(id);
}

/** Highest fuel pressure that the needle valves of a body hold, kPa. `common practice, no source`. */
export function pressureLimit(setup: Setup): number | undefined {
  const limits = fittingOf(setup).carburetors.flatMap(({ body }) => PRESSURE_LIMIT_PSI[body] ?? []);
  return limits.length === 0 ? undefined : Math.min(...limits) * fromUnit(1, 'psi');
}

const PRESSURE_LIMIT_PSI: Readonly<Partial<Record<string, number>>> = {
  liftingPiston: 1.5,
  diaphragmJet: 1.5,
  sideDraught: 3.5,
  twoBarrel: 4,
  fourBarrel: 7,
};
