import type { Bare, EventOf } from '@amber-needle/core/job';
import { Button, buttonClass } from '@/components/Button';
import { day, moment } from '@/words/dates';
import { APPOINTMENTS } from '@/words/sheetWords';
import { comeBacks } from './view/comeBacks';

interface AppointmentsProps {
  readonly jobId: string;
  readonly made: readonly EventOf<'appointment'>[];
  readonly isMarine: boolean;
  readonly now: () => number;
  readonly onSay: (event: Bare) => boolean;
}

/** When somebody comes back: the cold start next morning, and the checks after that; with a file for the calendar. */
export function Appointments({ jobId, made, isMarine, now, onSay }: AppointmentsProps) {
  return (
    <section aria-label="Come back" className="mt-4 max-w-3xl">
      <div className="flex flex-wrap gap-3">
        {comeBacks(new Date(now()), isMarine)
          .filter(({ event }) => !made.some((each) => each.for === event.for))
          .map(({ label, event }) => (
            <Button key={event.for} onClick={() => onSay(event)}>
              {label}
            </Button>
          ))}
      </div>
      {made.length === 0 ? null : (
        <>
          <ul className="mt-3 space-y-1 text-lg">
            {made.map((each) => (
              <li key={each.id}>
                <strong>{APPOINTMENTS[each.for]}</strong>: {each.for === 'coldStart' ? moment(each.on) : day(each.on)}
                {each.afterKm === undefined ? '' : `, or after ${each.afterKm} km`}
                {each.afterHours === undefined ? '' : `, or after ${each.afterHours} h`}
              </li>
            ))}
          </ul>
          <a href={`/api/jobs/${jobId}/calendar`} className={`mt-3 ${buttonClass('plain')}`} download>
            For the calendar (.ics)
          </a>
        </>
      )}
    </section>
  );
}
