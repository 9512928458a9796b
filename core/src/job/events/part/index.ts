import type { EventKind } from '../eventKind';
import { PartSchema } from './schema';

export const part: EventKind<typeof PartSchema> = {
  kind: 'part',
  version: 1,
  schema: PartSchema,
  upcasters: [],
  season: 'untilClosed',
  title: 'Part',
  record: ({ sheet }, event) => ({ sheet: [...sheet, event] }),
};
