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

/** Why an undoing may not follow. In a closed job only its closing can be undone, and brought back: that opens it again. */
export function refuseUndoing(events: readonly JobEvent[], { event: target }: EventOf<'undone'>): Refusal | undefined {
  const event = events.find(({ id }) => id === target);
  if (event === undefined) return 'nothingToUndo';
  if (event.kind === 'opened') return 'cannotUndoOpening';
  return closingEvent(events) !== undefined && !isClosing(originOf(events, event)) ? 'alreadyClosed' : undefined;
}

/** The event that closed the job; undefined while it is open. */
export function closingEvent(events: readonly JobEvent[]): JobEvent | undefined {
  return effectiveEvents(events).findLast(isClosing);
}

function isClosing(event: JobEvent): boolean {
  return event.kind === 'closed' || (event.kind === 'finished' && event.endsJob === true);
}

/** What a chain of undoings is about: the event that the first of them undid. */
function originOf(events: readonly JobEvent[], event: JobEvent): JobEvent {
  const byId = new Map(events.map((each) => [each.id, each]));
  let origin = event;
  // Undoings point backwards only, so this ends.
  for (let next: JobEvent | undefined = event; next !== undefined; ) {
    origin = next;
    next = next.kind === 'undone' ? byId.get(next.event) : undefined;
  }
  return origin;
}
