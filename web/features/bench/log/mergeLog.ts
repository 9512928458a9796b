import { decideAfter, foldJob, type JobEvent } from '@amber-needle/core/job';

/** The confirmed events with those that arrived, in order and without a gap; the same list when nothing is new. */
export function withArrived(confirmed: readonly JobEvent[], arrived: readonly JobEvent[]): readonly JobEvent[] {
  const fresh = [...arrived].sort((a, b) => a.seq - b.seq).filter(({ seq }) => seq > confirmed.length);
  const next = fresh.filter(({ seq }, i) => seq === confirmed.length + 1 + i);
  return next.length === 0 ? confirmed : [...confirmed, ...next];
}

export interface WholeLog {
  /** All events in order, confirmed or not. */
  readonly events: readonly JobEvent[];
  /** Waiting events that cannot follow what others have added: the server will refuse them, and then they are shown. */
  readonly misfits: readonly JobEvent[];
}

/** What the server has and what waits behind it, as one log; waiting events get their places anew. */
export function wholeLog(confirmed: readonly JobEvent[], waiting: readonly JobEvent[]): WholeLog {
  const known = new Set(confirmed.map(({ id }) => id));
  let events = confirmed;
  const misfits: JobEvent[] = [];
  for (const event of waiting) {
    if (known.has(event.id)) continue;
    const log = { standing: foldJob(events), length: events.length, events: () => events };
    const decision = decideAfter(log, event);
    if (decision.outcome === 'accepted') events = [...events, decision.event];
    else misfits.push(event);
  }
  return { events, misfits };
}

/** Events that this browser saw confirmed and that the server no longer has: it was restored from an older state. */
export function lostByServer(confirmed: readonly JobEvent[], onServer: readonly JobEvent[]): readonly JobEvent[] {
  const there = new Set(onServer.map(({ id }) => id));
  return confirmed.filter(({ id }) => !there.has(id));
}
