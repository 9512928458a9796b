import { isStepPlace } from '../../../sheet/way';
import type { EventKind } from '../eventKind';
import { TimedSchema } from './schema';

export const timed: EventKind<typeof TimedSchema> = {
  kind: 'timed',
  version: 1,
  schema: TimedSchema,
  upcasters: [],
  season: 'untilClosed',
  title: 'Timed test',
  refuse: ({ setup }, { test, place }) => (isStepPlace(setup, test, place) ? undefined : 'noSuchStep'),
  record: ({ sheet }, event) => ({ sheet: [...sheet, event] }),
};
