import { asFraction, type Entry, type Place, quantityOf } from '@amber-needle/core/sheet';
import { inUnit, type MeasureUnit } from '@amber-needle/core/units';
import { numeral } from './numbers';
import { fraction } from './turns';

/** Decimals that a unit is read to. */
const DECIMALS: Readonly<Record<MeasureUnit, number>> = {
  mm: 2,
  inch: 3,
  thou: 0,
  turns: 2,
  stamp: 1,
  fromTop: 0,
  kpa: 1,
  bar: 1,
  psi: 1,
  volt: 1,
  second: 1,
  month: 0,
  degree: 1,
  rpm: 0,
  km: 0,
  mile: 0,
  hour: 0,
};

/** A figure in a unit, without false digits: no noughts after the last that counts. */
export function figureText(value: number, unit: MeasureUnit): string {
  const shown = inUnit(value, unit);
  if (unit === 'turns') return fraction(shown);
  const text = numeral(shown, DECIMALS[unit]);
  return text.includes('.') ? text.replace(/\.?0+$/, '') : text;
}

/** What was written, in the unit that is looked at: as it was typed where it was typed in that unit. */
export function entryText(quantity: string, entry: Entry, unit: MeasureUnit | undefined): string {
  if (typeof entry.value === 'string') {
    const known = quantityOf(quantity);
    return (
      (known?.kind === 'choice' ? known.choices.find(({ id }) => id === entry.value)?.text : undefined) ?? entry.value
    );
  }
  if (unit === undefined || entry.unit === unit) return entry.typed;
  return unit === 'inch' ? asFraction(inUnit(entry.value, 'inch')) : figureText(entry.value, unit);
}

/** A place as its column is headed: `No. 3` is 3. */
export function placeLabel(place: Place): string {
  if (place === undefined) return '';
  return /^No\. (.+)$/.exec(place)?.[1] ?? place;
}
