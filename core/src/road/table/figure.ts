import { daysFromCivil } from '../../basics';

const WITH_UNIT = /^([+-]?[\d.,]*\d(?:e[+-]?\d+)?)\s*(?:%|°|[a-zµ/]{1,5})?$/i;

/** A cell's figure: NaN where it is empty or a dash, undefined where it is no figure. A comma may be the decimal sign, a unit may follow. */
export function figureOf(cell: string): number | undefined {
  const plain = Number(cell);
  if (!Number.isNaN(plain)) return cell.trim() === '' ? Number.NaN : Number.isFinite(plain) ? plain : undefined;
  const text = cell.trim();
  if (/^(-+|n\/?a|nan|null|none|err(or)?|\?)$/i.test(text)) return Number.NaN;
  const [, digits] = WITH_UNIT.exec(text) ?? [];
  if (digits === undefined) return undefined;
  const value = Number(withPoint(digits));
  return Number.isFinite(value) ? value : undefined;
}

/** Of a comma and a point the last is the decimal sign; a comma alone is one too. */
function withPoint(digits: string): string {
  const comma = digits.lastIndexOf(',');
  const point = digits.lastIndexOf('.');
  if (comma < 0) return digits;
  return comma > point ? digits.replaceAll('.', '').replace(',', '.') : digits.replaceAll(',', '');
}

const CLOCK = /^(?:(\d{1,2}):)?(\d{1,2}):(\d{1,2}(?:[.,]\d+)?)$/;
const CLOCK_COLONS = /^(\d{1,2}):(\d{2}):(\d{2}):(\d{1,3})$/;
const STAMP =
  /^(?:(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})|(\d{1,2})[-/.](\d{1,2})[-/.](\d{4}))[T ,]+(\d{1,2}):(\d{2})(?::(\d{2}(?:[.,]\d+)?))?\s*(?:Z|UTC|[+-]\d{2}:?\d{2})?$/;
export const DAY_S = 86_400;

/** Seconds since midnight of a clock, `1:02:03.5` or `2:03.5`; undefined for anything else. */
export function clockOf(cell: string): number | undefined {
  const text = cell.trim();
  const [, h, m, s, ms] = CLOCK_COLONS.exec(text) ?? [];
  if (h !== undefined && ms !== undefined)
    return Number(h) * 3600 + Number(m) * 60 + Number(s) + Number(ms) / 10 ** ms.length;
  const [, hours, minutes, seconds] = CLOCK.exec(text) ?? [];
  if (minutes === undefined || seconds === undefined) return undefined;
  return Number(hours ?? 0) * 3600 + Number(minutes) * 60 + Number(seconds.replace(',', '.'));
}

/** Seconds since 1970 of a date with a clock, the year first or last; undefined for anything else. Zones are passed over: only steps count. */
export function stampOf(cell: string): number | undefined {
  const [, y1, m1, d1, d2, m2, y2, hour, minute, second] = STAMP.exec(cell.trim()) ?? [];
  if (hour === undefined) return undefined;
  // Day and month may be the other way round: over one ride they make no difference but at a month's end.
  const days = daysFromCivil(Number(y1 ?? y2), Number(m1 ?? m2), Number(d1 ?? d2));
  return days * DAY_S + Number(hour) * 3600 + Number(minute) * 60 + Number((second ?? '0').replace(',', '.'));
}

/** Whether a cell looks like something that is measured or timed. */
export function isFigure(cell: string): boolean {
  const value = figureOf(cell);
  return (value !== undefined && !Number.isNaN(value)) || clockOf(cell) !== undefined || stampOf(cell) !== undefined;
}
