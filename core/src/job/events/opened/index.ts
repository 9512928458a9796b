import type { EventKind, RawEvent } from '../eventKind';
import { OpenedSchema } from './schema';

export const opened: EventKind<typeof OpenedSchema> = {
  kind: 'opened',
  version: 6,
  schema: OpenedSchema,
  // Version 3 may carry a last visit, version 4 what was put right before, version 5 what the carburetors are, version 6 jets; older jobs had none of it.
  upcasters: [markPractice, asItIs, asItIs, asItIs, asItIs],
  season: 'atTheBench',
  title: 'Job opened',
  refuse: () => 'alreadyOpened',
};

function asItIs(event: RawEvent): RawEvent {
  return event;
}

/** Version 1 told a practice job by its machine's name alone. */
function markPractice(event: RawEvent): RawEvent {
  const { machine } = event;
  return typeof machine === 'string' && machine.startsWith('Practice: ') ? { ...event, practice: true } : event;
}
