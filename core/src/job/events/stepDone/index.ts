import { isStepPlace } from '../../../sheet/way';
import type { EventKind } from '../eventKind';
import { StepDoneSchema } from './schema';

export const stepDone: EventKind<typeof StepDoneSchema> = {
  kind: 'stepDone',
  version: 1,
  schema: StepDoneSchema,
  upcasters: [],
  season: 'untilClosed',
  title: 'Step done',
  refuse: ({ setup }, { step, place }) => (isStepPlace(setup, step, place) ? undefined : 'noSuchStep'),
  record: ({ sheet }, event) => ({ sheet: [...sheet, event] }),
};
