import { format, isValid, parseISO } from 'date-fns';

/** What is shown for a moment that cannot be read: one bad date must not break a page. */
const NO_DATE = 'no date';

/** `24 Nov 2026`, where the workshop is. */
export function day(instant: string): string {
  return shown(instant, 'd MMM yyyy');
}

/** `16:30`, where the workshop is. */
export function timeOfDay(instant: string): string {
  return shown(instant, 'HH:mm');
}

/** `24 Nov 2026, 16:30 GMT+1`: a local time never stands without its zone where the day matters. */
export function moment(instant: string): string {
  return shown(instant, 'd MMM yyyy, HH:mm O');
}

function shown(instant: string, pattern: string): string {
  const date = parseISO(instant);
  return isValid(date) ? format(date, pattern) : NO_DATE;
}
