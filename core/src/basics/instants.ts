const INSTANT = /^(\d{4})-(\d{2})-(\d{2})T(\d{2}):(\d{2}):(\d{2}(?:\.\d+)?)Z$/;
const [DAY_S, HOUR_S, MINUTE_S] = [86_400, 3_600, 60];

/**
 * Seconds from one moment to another, each ISO 8601 in UTC; below zero where the second is earlier. Days are counted by the proleptic Gregorian
 * calendar (H. Hinnant, "chrono-compatible low-level date algorithms", days_from_civil, from memory); leap seconds are not.
 * @throws RangeError for what is no moment.
 */
export function secondsBetween(from: string, to: string): number {
  return secondsOf(to) - secondsOf(from);
}

function secondsOf(moment: string): number {
  const [, year, month, day, hour, minute, second] = INSTANT.exec(moment) ?? [];
  if (year === undefined) throw new RangeError(`"${moment}" is no moment`);
  const days = daysFromCivil(Number(year), Number(month), Number(day));
  return days * DAY_S + Number(hour) * HOUR_S + Number(minute) * MINUTE_S + Number(second);
}

/** Days since 1970-01-01 of a date in the proleptic Gregorian calendar: as `secondsBetween`. */
export function daysFromCivil(year: number, month: number, day: number): number {
  // The year begins in March, so that a leap day is its last.
  const y = month <= 2 ? year - 1 : year;
  const era = Math.floor(y / 400);
  const yearOfEra = y - era * 400;
  const dayOfYear = Math.floor((153 * (month + (month > 2 ? -3 : 9)) + 2) / 5) + day - 1;
  const dayOfEra = yearOfEra * 365 + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100) + dayOfYear;
  return era * 146_097 + dayOfEra - 719_468;
}
