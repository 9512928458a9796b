import type { Bare } from '@amber-needle/core/job';
import { addDays, addMonths, setHours, startOfHour } from 'date-fns';

type Appointment = Extract<Bare, { kind: 'appointment' }>;

/** When one comes back. `common practice, no source`; the hour and the months are ours. */
const MORNING = 8;
const SHAKE_DOWN = { days: 14, km: 300, hours: 10 };
const SERVICE = { months: 12, km: 6000, hours: 100 };
const SEASON_MONTHS = 6;

/** What may be agreed, from now on: by date, and by distance or hours, whichever comes first. */
export function comeBacks(
  now: Date,
  isMarine: boolean,
): readonly { readonly label: string; readonly event: Appointment }[] {
  const morning = (date: Date) => startOfHour(setHours(date, MORNING)).toISOString();
  const after = ({ km, hours }: { readonly km: number; readonly hours: number }) =>
    isMarine ? { afterHours: hours } : { afterKm: km };
  return [
    {
      label: 'Cold start tomorrow, 08:00',
      event: { kind: 'appointment', for: 'coldStart', on: morning(addDays(now, 1)) },
    },
    {
      label: `Shake-down: two weeks or ${isMarine ? `${SHAKE_DOWN.hours} h` : `${SHAKE_DOWN.km} km`}`,
      event: {
        kind: 'appointment',
        for: 'shakeDown',
        on: morning(addDays(now, SHAKE_DOWN.days)),
        ...after(SHAKE_DOWN),
      },
    },
    {
      label: 'When the season’s air has changed',
      event: { kind: 'appointment', for: 'season', on: morning(addMonths(now, SEASON_MONTHS)) },
    },
    {
      label: 'Service in a year',
      event: { kind: 'appointment', for: 'service', on: morning(addMonths(now, SERVICE.months)), ...after(SERVICE) },
    },
  ];
}
