import type { EventKind } from '../eventKind';
import { CameOffSchema } from './schema';

export const cameOff: EventKind<typeof CameOffSchema> = {
  kind: 'cameOff',
  version: 1,
  schema: CameOffSchema,
  upcasters: [],
  season: 'untilClosed',
  title: 'Came off',
  record: ({ sheet }, event) => ({ sheet: [...sheet, event] }),
};
