import type { EventKind } from '../eventKind';
import { RespondedSchema } from './schema';

export const responded: EventKind<typeof RespondedSchema> = {
  kind: 'responded',
  version: 1,
  schema: RespondedSchema,
  upcasters: [],
  season: 'atTheBench',
  title: 'Speed answered',
  folds: { balance: () => ({ isStopped: false }) },
  record: ({ mixture }, event) => ({ mixture: [...mixture, event] }),
};
