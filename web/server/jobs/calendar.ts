import { createEvents, type EventAttributes } from 'ics';
import { APPOINTMENTS } from '@/words/sheetWords';
import { download } from '../http/download';
import { Refused } from '../http/refused';
import { requireJob } from './jobService';

/** A visit to a machine takes so long in a calendar. Ours. */
const HOURS = 1;

/** A job's appointments as a calendar (RFC 5545). */
export async function giveCalendar(jobId: string): Promise<Response> {
  const job = await requireJob(jobId);
  const events = job.sheet.flatMap((event): readonly EventAttributes[] =>
    event.kind === 'appointment'
      ? [
          {
            uid: `${event.id}@amber-needle.invalid`,
            title: `${APPOINTMENTS[event.for]}: ${job.machine}`,
            description: describe(event),
            start: Date.parse(event.on),
            startInputType: 'utc',
            startOutputType: 'utc',
            duration: { hours: HOURS },
          },
        ]
      : [],
  );
  if (events.length === 0) throw new Refused(404, 'Nothing has been agreed on this job yet.');
  const { error, value } = createEvents(events);
  if (error !== undefined && error !== null) throw error;
  return download(value ?? '', 'text/calendar; charset=utf-8', `come-back-${jobId.slice(-12)}.ics`);
}

function describe({ afterKm, afterHours }: { readonly afterKm?: number; readonly afterHours?: number }): string {
  if (afterKm !== undefined) return `Or after ${afterKm} km, whichever comes first.`;
  return afterHours === undefined ? '' : `Or after ${afterHours} h, whichever comes first.`;
}
