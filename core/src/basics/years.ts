/** Days of an average month and year: enough to age an instrument by. */
const MONTHS = 12;
const DAYS = 365.25;

/** Years from one moment to another, ISO 8601 each, to a few days; not below zero. @throws RangeError for what is no moment. */
export function yearsBetween(from: string, to: string): number {
  return Math.max(0, yearOf(to) - yearOf(from));
}

function yearOf(moment: string): number {
  const [, year, month, day] = /^(\d{4})-(\d{2})-(\d{2})/.exec(moment) ?? [];
  if (year === undefined) throw new RangeError(`"${moment}" is no moment`);
  return Number(year) + (Number(month) - 1) / MONTHS + (Number(day) - 1) / DAYS;
}
