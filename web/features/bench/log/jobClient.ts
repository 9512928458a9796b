import type { JobEvent } from '@amber-needle/core/job';

export type Delivery =
  | { readonly outcome: 'saved' }
  | { readonly outcome: 'conflict'; readonly missing: readonly JobEvent[] }
  | { readonly outcome: 'refused'; readonly reason: string }
  | { readonly outcome: 'unreachable' };

/** Delivers one event. Never throws: a server that is away is an outcome, and the event waits. */
export async function deliver(jobId: string, event: JobEvent): Promise<Delivery> {
  try {
    const response = await fetch(`/api/jobs/${jobId}/events`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(event),
    });
    if (response.ok) return { outcome: 'saved' };
    if (response.status >= 500) return { outcome: 'unreachable' };
    const answer = await response.json();
    if (response.status === 409) return { outcome: 'conflict', missing: answer.missing };
    return { outcome: 'refused', reason: answer.refusal ?? answer.error?.message ?? 'not accepted' };
  } catch {
    return { outcome: 'unreachable' };
  }
}

/** Events that others have added after `seq`; undefined when the server is away. */
export async function eventsAfter(jobId: string, seq: number): Promise<readonly JobEvent[] | undefined> {
  try {
    const response = await fetch(`/api/jobs/${jobId}/events?after=${seq}`);
    if (!response.ok) return undefined;
    const { events }: { events: readonly JobEvent[] } = await response.json();
    return events;
  } catch {
    return undefined;
  }
}
