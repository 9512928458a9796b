import type { Quantity } from '@amber-needle/core/setup';
import {
  fromPascals,
  kiloPascals,
  kiloToPascals,
  PRESSURE_UNIT_NAMES,
  type PressureUnit,
} from '@amber-needle/core/units';
import { measured, numeral, withUnit } from './numbers';

/** Units that this device can show depression in, in the order that the key goes through them. */
export const DEVICE_UNITS = ['kpa', 'mbar', 'inhg', 'cmhg', 'mmhg', 'psi'] as const satisfies readonly PressureUnit[];

export type DeviceUnit = (typeof DEVICE_UNITS)[number];

export const UNIT_COOKIE = 'depression-unit';

/** The unit that a cookie names; kPa without one. */
export function deviceUnitOf(cookie: string | undefined): DeviceUnit {
  return DEVICE_UNITS.find((unit) => unit === cookie) ?? 'kpa';
}

export function nextUnit(unit: DeviceUnit): DeviceUnit {
  return DEVICE_UNITS[(DEVICE_UNITS.indexOf(unit) + 1) % DEVICE_UNITS.length] ?? 'kpa';
}

/** How a quantity is written: figures come in kPa, or in per cent of air, and go out in this. */
export interface Shown {
  readonly name: string;
  /** So many of it are one kPa. */
  readonly per: number;
  /** So many more decimals than kPa it takes for the same fineness. */
  readonly finer: number;
}

const AIR: Shown = { name: '%', per: 1, finer: 0 };

export function shownIn(quantity: Quantity, unit: DeviceUnit): Shown {
  if (quantity === 'airflow') return AIR;
  const per = fromPascals(kiloToPascals(kiloPascals(1)), unit);
  return { name: PRESSURE_UNIT_NAMES[unit], per, finer: -Math.round(Math.log10(per)) };
}

export const KPA: Shown = shownIn('depression', 'kpa');

/** A figure alone; `decimals` as if it were kPa. */
export function figureIn(
  shown: Shown,
  value: number,
  { decimals, signed = false }: { readonly decimals: number; readonly signed?: boolean },
): string {
  return numeral(value * shown.per, Math.max(0, decimals + shown.finer), signed);
}

/** A figure with its unit; `decimals` as if it were kPa. */
export function withUnitIn(shown: Shown, value: number, decimals: number): string {
  return withUnit(value * shown.per, Math.max(0, decimals + shown.finer), shown.name);
}

/** A figure with its uncertainty and unit. */
export function measuredIn(shown: Shown, value: number, uncertainty: number): string {
  return measured(value * shown.per, uncertainty * shown.per, shown.name);
}
