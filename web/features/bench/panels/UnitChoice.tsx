import { isPressureUnit, PRESSURE_UNIT_NAMES, PRESSURE_UNITS } from '@amber-needle/core/units';
import type { ComponentProps } from 'react';

/** The unit that a dial is marked in. */
export function UnitChoice(props: ComponentProps<'select'>) {
  return (
    <label className="block">
      <span className="mb-1 block text-soft">Unit of the dial</span>
      <select className="min-h-12 w-full rounded border border-edge bg-ground px-3" {...props}>
        {PRESSURE_UNITS.filter(isPressureUnit).map((unit) => (
          <option key={unit} value={unit}>
            {PRESSURE_UNIT_NAMES[unit]}
          </option>
        ))}
      </select>
    </label>
  );
}
