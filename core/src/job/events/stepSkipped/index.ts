import { isStep, isStepPlace } from '../../../sheet/way';
import type { EventKind } from '../eventKind';
import { StepSkippedSchema } from './schema';

export const stepSkipped: EventKind<typeof StepSkippedSchema> = {
  kind: 'stepSkipped',
  version: 1,
  schema: StepSkippedSchema,
  upcasters: [],
  season: 'untilClosed',
  title: 'Step skipped',
  refuse({ setup }, { step, place }) {
    const known = place === undefined ? isStep(setup, step) : isStepPlace(setup, step, place);
    return known ? undefined : 'noSuchStep';
  },
  record: ({ sheet }, event) => ({ sheet: [...sheet, event] }),
};
