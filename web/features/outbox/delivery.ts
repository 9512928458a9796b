import { checkEvent, type JobEvent } from '@amber-needle/core/job';

/** A server that has not answered by then is away; it looked like a missing gauge before. */
const PATIENCE_MS = 8000;

export type Delivery =
  | { readonly outcome: 'saved'; readonly event: JobEvent }
  /** The log on the server is another than thought: `missing` stand where this event wanted to, its last place is `lastSeq`. */
  | { readonly outcome: 'conflict'; readonly missing: readonly JobEvent[]; readonly lastSeq: number }
  | { readonly outcome: 'refused'; readonly reason: string }
  /** The server answered that it failed at this very event. */
  | { readonly outcome: 'fault' }
  | { readonly outcome: 'unreachable'; readonly reason: string };

/** Delivers one event. Never throws: a server that is away is an outcome, and the event waits. */
export async function deliver(jobId: string, event: JobEvent): Promise<Delivery> {
  const answer = await ask(`/api/jobs/${jobId}/events`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(event),
  });
  if (answer === undefined) return { outcome: 'unreachable', reason: 'the server does not answer' };
  const { status, body } = answer;
  if (status === 200) return { outcome: 'saved', event: storedEvent(body) ?? event };
  if (status === 409 && 'missing' in body && Array.isArray(body.missing)) return conflictOf(body, event);
  if (status === 500) return { outcome: 'fault' };
  if (status > 500 || status === 408 || status === 429) return { outcome: 'unreachable', reason: messageOf(body) };
  return { outcome: 'refused', reason: 'refusal' in body ? String(body.refusal) : messageOf(body) };
}

function conflictOf(body: Body, event: JobEvent): Delivery {
  const missing = Array.isArray(body.missing) ? eventsIn(body.missing) : [];
  const lastSeq = typeof body.lastSeq === 'number' ? body.lastSeq : (missing.at(-1)?.seq ?? event.seq - 1);
  return { outcome: 'conflict', missing, lastSeq };
}

export type Looked =
  | { readonly outcome: 'seen'; readonly events: readonly JobEvent[] }
  | { readonly outcome: 'gone' }
  | { readonly outcome: 'away' };

/** Events that the server has after `seq`. */
export async function eventsAfter(jobId: string, seq: number): Promise<Looked> {
  const answer = await ask(`/api/jobs/${jobId}/events?after=${seq}`);
  if (answer?.status === 404) return { outcome: 'gone' };
  if (answer === undefined || answer.status !== 200 || !Array.isArray(answer.body.events)) return { outcome: 'away' };
  return { outcome: 'seen', events: eventsIn(answer.body.events) };
}

/** Whether the server works at all: an event it fails at is then the event's fault, not the server's. */
export async function isServerWell(): Promise<boolean> {
  return (await ask('/api/health'))?.status === 200;
}

type Body = Readonly<Record<string, unknown>>;

async function ask(
  path: string,
  init: RequestInit = {},
): Promise<{ readonly status: number; readonly body: Body } | undefined> {
  try {
    const response = await fetch(path, { ...init, cache: 'no-store', signal: AbortSignal.timeout(PATIENCE_MS) });
    const body: unknown = await response.json().catch(() => undefined);
    return { status: response.status, body: typeof body === 'object' && body !== null ? { ...body } : {} };
  } catch {
    return undefined;
  }
}

/** Up to the first that this program cannot read: a newer one is at work in another browser. */
function eventsIn(list: readonly unknown[]): readonly JobEvent[] {
  const events: JobEvent[] = [];
  for (const each of list) {
    const checked = checkEvent(each);
    if (checked.outcome === 'invalid') break;
    events.push(checked.value);
  }
  return events;
}

function storedEvent(body: Body): JobEvent | undefined {
  const checked = checkEvent(body.event);
  return checked.outcome === 'valid' ? checked.value : undefined;
}

function messageOf({ error }: Body): string {
  return typeof error === 'object' && error !== null && 'message' in error ? String(error.message) : 'not accepted';
}
