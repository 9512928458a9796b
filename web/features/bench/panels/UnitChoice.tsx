import { isPressureUnit, PRESSURE_UNIT_NAMES, PRESSURE_UNITS } from '@amber-needle/core/units';
import type { ComponentProps } from 'react';
import { Select } from '@/components/Select';

/** The unit that a dial is marked in. */
export function UnitChoice(props: ComponentProps<'select'>) {
  return (
    <Select label="Unit of the dial" {...props}>
      {PRESSURE_UNITS.filter(isPressureUnit).map((unit) => (
        <option key={unit} value={unit}>
          {PRESSURE_UNIT_NAMES[unit]}
        </option>
      ))}
    </Select>
  );
}
