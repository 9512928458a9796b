import { decide, type JobEvent } from '@amber-needle/core/job';

/** A log as this browser has it: what the server has confirmed, and what waits to be delivered on top of it. */
export interface LocalLog {
  readonly confirmed: readonly JobEvent[];
  readonly waiting: readonly JobEvent[];
}

export interface Merged {
  readonly log: LocalLog;
  /** Waiting events that can no longer follow what others have added meanwhile. */
  readonly dropped: readonly JobEvent[];
}

/** All events in order, confirmed or not. */
export function wholeLog({ confirmed, waiting }: LocalLog): readonly JobEvent[] {
  return waiting.length === 0 ? confirmed : [...confirmed, ...waiting];
}

/** Takes in events that the server has; waiting ones are placed anew behind them. */
export function mergeConfirmed(log: LocalLog, arrived: readonly JobEvent[]): Merged {
  const known = new Set(log.confirmed.map(({ id }) => id));
  const fresh = arrived.filter(({ id, seq }) => !known.has(id) && seq > log.confirmed.length);
  if (fresh.length === 0) return { log, dropped: [] };
  const confirmed = [...log.confirmed, ...fresh];
  const arrivedIds = new Set(fresh.map(({ id }) => id));
  return replaced(
    confirmed,
    log.waiting.filter(({ id }) => !arrivedIds.has(id)),
  );
}

/** The server has taken a waiting event. */
export function mergeDelivered(log: LocalLog, event: JobEvent): Merged {
  return mergeConfirmed(log, [event]);
}

/** Takes a refused event out of the waiting ones. */
export function withoutWaiting(log: LocalLog, event: JobEvent): LocalLog {
  return replaced(
    log.confirmed,
    log.waiting.filter(({ id }) => id !== event.id),
  ).log;
}

/** Gives waiting events their places behind the confirmed ones; those that no longer fit are dropped. */
function replaced(confirmed: readonly JobEvent[], candidates: readonly JobEvent[]): Merged {
  const waiting: JobEvent[] = [];
  const dropped: JobEvent[] = [];
  for (const candidate of candidates) {
    const decision = decide([...confirmed, ...waiting], candidate);
    if (decision.outcome === 'accepted') waiting.push(decision.event);
    else dropped.push(candidate);
  }
  return { log: { confirmed, waiting }, dropped };
}
