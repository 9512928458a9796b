import { decidingQuantity, type Quantity, type Setup, toleranceOf } from '@amber-needle/core/setup';
import { type DeviceUnit, PLAIN_UNIT, type Shown, shownIn, withUnitIn } from './deviceUnit';

/** What the fan's arc counts. */
export function fromGroupText(quantity: Quantity, shown: Shown): string {
  return quantity === 'airflow' ? '% of air from the group' : `${shown.name} from the group`;
}

/** The allowed spread of a bank with its unit. */
export function toleranceText(setup: Setup, unit: DeviceUnit = PLAIN_UNIT): string {
  const quantity = decidingQuantity(setup);
  return withUnitIn(shownIn(quantity, unit), toleranceOf(setup), quantity === 'airflow' ? 0 : 1);
}
