import type { EventKind } from '../eventKind';
import { VisitSchema } from './schema';

export const visit: EventKind<typeof VisitSchema> = {
  kind: 'visit',
  version: 1,
  schema: VisitSchema,
  upcasters: [],
  season: 'untilClosed',
  title: 'Kind of visit',
  record: ({ sheet }, event) => ({ sheet: [...sheet, event] }),
};
