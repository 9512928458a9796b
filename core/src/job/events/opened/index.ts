import type { EventKind, RawEvent } from '../eventKind';
import { OpenedSchema } from './schema';

export const opened: EventKind<typeof OpenedSchema> = {
  kind: 'opened',
  version: 5,
  schema: OpenedSchema,
  // Version 3 may carry a last visit, version 4 what was put right before, version 5 what the carburetors are; older jobs had none of it.
  upcasters: [markPractice, (event) => event, (event) => event, (event) => event],
  season: 'atTheBench',
  title: 'Job opened',
  refuse: () => 'alreadyOpened',
};

/** Version 1 told a practice job by its machine's name alone. */
function markPractice(event: RawEvent): RawEvent {
  const { machine } = event;
  return typeof machine === 'string' && machine.startsWith('Practice: ') ? { ...event, practice: true } : event;
}
