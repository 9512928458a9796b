import { placesOf } from '../../../sheet/places';
import { quantityOf } from '../../../sheet/quantities';
import { MEASURE_UNITS } from '../../../units';
import type { EventKind } from '../eventKind';
import { MeasuredSchema } from './schema';

export const measured: EventKind<typeof MeasuredSchema> = {
  kind: 'measured',
  version: 1,
  schema: MeasuredSchema,
  upcasters: [],
  season: 'untilClosed',
  title: 'Measured',
  refuse({ setup }, { quantity: id, place, result }) {
    const quantity = quantityOf(id);
    if (quantity === undefined) return 'noSuchQuantity';
    if (!placesOf(setup, quantity).includes(place)) return 'noSuchPlace';
    if (result.is === 'choice')
      return quantity.kind === 'choice' && quantity.choices.some((each) => each.id === result.choice)
        ? undefined
        : 'noSuchQuantity';
    const families = quantity.kind === 'figure' ? quantity.units.map((unit) => MEASURE_UNITS[unit].of) : [];
    return families.includes(MEASURE_UNITS[result.unit].of) ? undefined : 'noSuchQuantity';
  },
  record: ({ sheet }, event) => ({ sheet: [...sheet, event] }),
};
