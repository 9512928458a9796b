import { checkEvent, type EventOf, type JobEvent, type JobEventKind } from '@amber-needle/core/job';

/** A stored event of a kind; undefined for one that cannot be read any more: it teaches nothing, and breaks no page. */
export function readStored<K extends JobEventKind>(body: string, kind: K): EventOf<K> | undefined {
  try {
    const checked = checkEvent(JSON.parse(body));
    return checked.outcome === 'valid' && isOfKind(checked.value, kind) ? checked.value : undefined;
  } catch {
    return undefined;
  }
}

function isOfKind<K extends JobEventKind>(event: JobEvent, kind: K): event is EventOf<K> & JobEvent {
  return event.kind === kind;
}
