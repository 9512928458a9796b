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
export const PRESSURE_UNITS = ['kpa', 'mbar', 'inhg', 'cmhg', 'mmhg', 'psi'] as const satisfies readonly PressureUnit[];

export type ShownPressure = (typeof PRESSURE_UNITS)[number];

/** How this device writes depression. */
export interface DeviceUnit {
  readonly pressure: ShownPressure;
  readonly decimal: '.' | ',';
}

/** Where nothing else is chosen. */
export const PLAIN_UNIT: DeviceUnit = { pressure: 'kpa', decimal: '.' };

export const UNIT_COOKIE = 'depression-unit';

/** What says how a device writes: its own choice, else the workshop's; and the languages that its browser asks for. */
export interface DeviceWishes {
  readonly cookie: string | undefined;
  readonly workshop?: string | undefined;
  readonly languages: string | null;
}

/** Unit and decimal sign of a device; kPa where nobody chose. */
export function deviceUnitOf({ cookie, workshop, languages }: DeviceWishes): DeviceUnit {
  const named = (name: string | undefined) => PRESSURE_UNITS.find((unit) => unit === name);
  return { pressure: named(cookie) ?? named(workshop) ?? 'kpa', decimal: decimalOf(languages) };
}

/** The decimal sign of the first of the languages, as an Accept-Language header has them. */
function decimalOf(languages: string | null): DeviceUnit['decimal'] {
  const [first = ''] = (languages ?? '').split(/[,;]/);
  try {
    return new Intl.NumberFormat(first.trim()).format(1.5).includes(',') ? ',' : '.';
  } catch {
    return '.';
  }
}

export function nextUnit(unit: ShownPressure): ShownPressure {
  return PRESSURE_UNITS[(PRESSURE_UNITS.indexOf(unit) + 1) % PRESSURE_UNITS.length] ?? 'kpa';
}

/** How a quantity is written: figures come in kPa, or in per cent of air, and go out in this. */
export interface Shown {
  readonly name: string;
  /** So many of it are one kPa. */
  readonly per: number;
  /** So many more decimals than kPa it takes for the same fineness. */
  readonly finer: number;
  readonly decimal: DeviceUnit['decimal'];
}

export function shownIn(quantity: Quantity, { pressure, decimal }: DeviceUnit): Shown {
  if (quantity === 'airflow') return { name: '%', per: 1, finer: 0, decimal };
  const per = fromPascals(kiloToPascals(kiloPascals(1)), pressure);
  return { name: PRESSURE_UNIT_NAMES[pressure], per, finer: -Math.round(Math.log10(per)), decimal };
}

export const KPA: Shown = shownIn('depression', PLAIN_UNIT);

/** A text of figures with the decimal sign of the device. */
export function written(text: string, { decimal }: Pick<Shown, 'decimal'>): string {
  return decimal === '.' ? text : text.replace(/(\d)\.(?=\d)/g, `$1${decimal}`);
}

/** A figure alone; `decimals` as if it were kPa. */
export function figureIn(
  shown: Shown,
  value: number,
  { decimals, plus = false }: { readonly decimals: number; readonly plus?: boolean },
): string {
  return written(numeral(value * shown.per, Math.max(0, decimals + shown.finer), plus), shown);
}

/** A figure with its unit; `decimals` as if it were kPa. */
export function withUnitIn(shown: Shown, value: number, decimals: number): string {
  return written(withUnit(value * shown.per, Math.max(0, decimals + shown.finer), shown.name), shown);
}

/** A figure with its uncertainty and unit. */
export function measuredIn(shown: Shown, value: number, uncertainty: number): string {
  return written(measured(value * shown.per, uncertainty * shown.per, shown.name), shown);
}
