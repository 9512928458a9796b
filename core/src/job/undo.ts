import type { JobEvent } from './events';

/**
 * The events that count: those not undone, without the undoings themselves. An undoing that is itself undone does not count, so
 * its target does again. Undoing points backwards only, so one pass from the end settles every event.
 */
export function effectiveEvents(events: readonly JobEvent[]): readonly JobEvent[] {
  const undone = new Set<string>();
  for (const event of [...events].reverse()) {
    if (event.kind === 'undone' && !undone.has(event.id)) undone.add(event.event);
  }
  return events.filter((event) => event.kind !== 'undone' && !undone.has(event.id));
}

/** The event that one press of undo takes back: the last that counts, never the opening. */
export function lastUndoable(events: readonly JobEvent[]): JobEvent | undefined {
  const last = effectiveEvents(events).at(-1);
  return last?.kind === 'opened' ? undefined : last;
}
