import type { Setup } from './schema';

/** What decides whether a bank is balanced: the depression of each throat, or the air that each takes. */
export type Quantity = 'depression' | 'airflow';

/**
 * Largest difference of air between any two throats that counts as balanced, where the setup does not say, per cent. Ours: what a hand
 * that holds a float meter on one mouth after the other can show, twice over.
 */
const AIRFLOW_SPREAD_PERCENT = 8;

/**
 * As the setup says; else depression where every throat has runners of its own, and airflow where throats feed the same cylinders:
 * behind them there is one pressure, and only the air tells them apart. common practice, no source.
 */
export function decidingQuantity(setup: Setup): Quantity {
  return setup.targets.decides ?? (sharesPlenum(setup) ? 'airflow' : 'depression');
}

/** Whether all throats open into one volume. */
export function sharesPlenum({ throats }: Setup): boolean {
  const [first, ...others] = throats;
  if (first === undefined || others.length === 0) return false;
  return others.every(({ feeds }) => feeds.some((cylinder) => first.feeds.includes(cylinder)));
}

/** Largest difference between any two throats that counts as balanced, in the deciding quantity's unit: kPa, or per cent of air. */
export function toleranceOf(setup: Setup): number {
  const { spreadKPa, airflowSpreadPercent = AIRFLOW_SPREAD_PERCENT } = setup.targets;
  return decidingQuantity(setup) === 'depression' ? spreadKPa : airflowSpreadPercent;
}

/** Per cent of air for a difference of its natural logarithm, and back. */
export const PERCENT = 100;
