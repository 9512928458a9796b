import { isStep } from '../../../sheet/way';
import type { EventKind } from '../eventKind';
import { PhotoSchema } from './schema';

export const photo: EventKind<typeof PhotoSchema> = {
  kind: 'photo',
  version: 1,
  schema: PhotoSchema,
  upcasters: [],
  season: 'untilClosed',
  title: 'Photo',
  refuse: ({ setup }, { step }) => (step === undefined || isStep(setup, step) ? undefined : 'noSuchStep'),
  record: ({ sheet }, event) => ({ sheet: [...sheet, event] }),
};
