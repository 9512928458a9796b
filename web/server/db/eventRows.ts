import { checkEvent, type JobEvent } from '@amber-needle/core/job';
import type { Checked } from '@amber-needle/core/validation';

/** A row of `job_event`, as MariaDB returns it. */
export interface EventRow {
  job_id: string;
  seq: number;
  event_id: string;
  kind: string;
  body: string;
}

export function rowOf(jobId: string, event: JobEvent): EventRow {
  return { job_id: jobId, seq: event.seq, event_id: event.id, kind: event.kind, body: JSON.stringify(event) };
}

/** An event that cannot be read any more: by hand, by a fault of the disk, or by a newer program. */
export interface Unreadable {
  readonly seq: number;
  readonly reason: string;
}

/** A job's log as far as it can be read, from its start; `unreadable` says what stands in the way of the rest. */
export interface StoredLog {
  readonly events: readonly JobEvent[];
  readonly unreadable: Unreadable | undefined;
}

/** Rows in order as events. What follows an unreadable event would be folded without it, so it is left out too. */
export function logOf(rows: readonly EventRow[]): StoredLog {
  const events: JobEvent[] = [];
  for (const row of rows) {
    const checked = eventOf(row);
    if (checked.outcome === 'invalid') {
      const [first] = checked.problems;
      return {
        events,
        unreadable: { seq: row.seq, reason: `${first?.path ?? '/'} ${first?.reason ?? ''}`.slice(0, 250) },
      };
    }
    events.push(checked.value);
  }
  return { events, unreadable: undefined };
}

function eventOf({ body }: EventRow): Checked<JobEvent> {
  try {
    return checkEvent(JSON.parse(body));
  } catch {
    return { outcome: 'invalid', problems: [{ path: '/', reason: 'is not JSON' }] };
  }
}
