import type { Refusal } from './decide';
import type { EventOf, JobEvent } from './events';

/**
 * The events that count: those not undone, without the undoings themselves. An undoing that is itself undone does not count, so
 * its target does again. Undoing points backwards only, so one pass from the end settles every event.
 */
export function effectiveEvents(events: readonly JobEvent[]): readonly JobEvent[] {
  const undone = new Set<string>();
  for (let i = events.length - 1; i >= 0; i -= 1) {
    const event = events[i];
    if (event?.kind === 'undone' && !undone.has(event.id)) undone.add(event.event);
  }
  return events.filter((event) => event.kind !== 'undone' && !undone.has(event.id));
}

/** The event that one press of undo takes back: the last that counts, never the opening; in a closed job what closed it. */
export function lastUndoable(events: readonly JobEvent[]): JobEvent | undefined {
  const last = closingEvent(events) ?? effectiveEvents(events).at(-1);
  return last?.kind === 'opened' ? undefined : last;
}

/** Why an undoing may not follow. In a closed job only its closing can be undone: that opens it again. */
export function refuseUndoing(events: readonly JobEvent[], { event: target }: EventOf<'undone'>): Refusal | undefined {
  const event = events.find(({ id }) => id === target);
  if (event === undefined) return 'nothingToUndo';
  if (event.kind === 'opened') return 'cannotUndoOpening';
  const closing = closingEvent(events);
  return closing !== undefined && closing.id !== target ? 'alreadyClosed' : undefined;
}

/** The event that closed the job; undefined while it is open. */
export function closingEvent(events: readonly JobEvent[]): JobEvent | undefined {
  return effectiveEvents(events).findLast(
    (event) => event.kind === 'closed' || (event.kind === 'finished' && event.endsJob === true),
  );
}
