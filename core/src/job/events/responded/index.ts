import type { EventKind } from '../eventKind';
import { RespondedSchema } from './schema';

export const responded: EventKind<typeof RespondedSchema> = {
  kind: 'responded',
  version: 1,
  schema: RespondedSchema,
  upcasters: [],
  season: 'atTheBench',
  title: 'Speed answered',
  record: ({ mixture }, event) => ({ mixture: [...mixture, event] }),
};
