import { secondsBetween } from '@amber-needle/core/basics';
import type { EventOf } from '@amber-needle/core/job';
import type { Knex } from 'knex';
import { eventsOfKind } from '../db/eventsOfKind';
import { readStored } from './readStored';

/** So many appointments are looked through, so far ahead they are shown, and so long after their day. Ours. */
const MOST = 500;
const AHEAD_S = 14 * 86_400;
const BEHIND_S = 60 * 86_400;

export interface Due {
  readonly jobId: string;
  readonly machine: string;
  readonly appointment: EventOf<'appointment'>;
}

/** What is due in the workshop, the soonest first: of each job and purpose the latest word, without cold starts that were made. */
export async function dueList(db: Knex, now: string): Promise<readonly Due[]> {
  const [made, done] = await Promise.all([
    eventsOfKind(db, 'appointment', MOST),
    eventsOfKind(db, 'stepDone', 20 * MOST),
  ]);
  const started = new Set(
    done.flatMap(({ job_id, body }) => (readStored(body, 'stepDone')?.step === 'coldStarted' ? [job_id] : [])),
  );
  const seen = new Set<string>();
  return made
    .flatMap(({ job_id, machine, body }): readonly Due[] => {
      const appointment = readStored(body, 'appointment');
      if (appointment === undefined) return [];
      const key = `${job_id} ${appointment.for}`;
      const isLatest = !seen.has(key);
      seen.add(key);
      const ahead = secondsBetween(now, appointment.on);
      const isOver = appointment.for === 'coldStart' && started.has(job_id);
      return isLatest && !isOver && ahead < AHEAD_S && ahead > -BEHIND_S
        ? [{ jobId: job_id, machine, appointment }]
        : [];
    })
    .sort((a, b) => (a.appointment.on < b.appointment.on ? -1 : 1));
}
