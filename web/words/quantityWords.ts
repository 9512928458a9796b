import { decidingQuantity, type Quantity, type Setup, toleranceOf } from '@amber-needle/core/setup';
import { withUnit } from './numbers';

/** The unit of deviations and spreads by what decides. */
export const QUANTITY_UNIT: Readonly<Record<Quantity, 'kPa' | '%'>> = { depression: 'kPa', airflow: '%' };

/** What the fan's arc counts. */
export const QUANTITY_FROM_GROUP: Readonly<Record<Quantity, string>> = {
  depression: 'kPa from the group',
  airflow: '% of air from the group',
};

/** The allowed spread of a bank with its unit. */
export function toleranceText(setup: Setup): string {
  const quantity = decidingQuantity(setup);
  return withUnit(toleranceOf(setup), quantity === 'airflow' ? 0 : 1, QUANTITY_UNIT[quantity]);
}
