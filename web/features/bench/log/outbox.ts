import { checkEvent, type JobEvent } from '@amber-needle/core/job';

const key = (jobId: string) => `amber-needle/outbox/${jobId}`;

/** Events that the server has not confirmed yet, kept by the browser so that a reload or a dead server loses nothing. */
export function loadOutbox(jobId: string): readonly JobEvent[] {
  try {
    const stored: unknown = JSON.parse(localStorage.getItem(key(jobId)) ?? '[]');
    if (!Array.isArray(stored)) return [];
    return stored.map(checkEvent).flatMap((checked) => (checked.outcome === 'valid' ? [checked.value] : []));
  } catch {
    return [];
  }
}

export function saveOutbox(jobId: string, events: readonly JobEvent[]): void {
  try {
    if (events.length === 0) localStorage.removeItem(key(jobId));
    else localStorage.setItem(key(jobId), JSON.stringify(events));
  } catch {
    // A full or forbidden store: the events are still in memory and on their way.
  }
}
