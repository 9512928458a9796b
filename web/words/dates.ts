import { format, parseISO } from 'date-fns';

/** `24 Nov 2026`. */
export function day(instant: string): string {
  return format(parseISO(instant), 'd MMM yyyy');
}

/** `16:30`. */
export function timeOfDay(instant: string): string {
  return format(parseISO(instant), 'HH:mm');
}
