import type { EventKind } from '../eventKind';
import { ClosedSchema } from './schema';

export const closedJob: EventKind<typeof ClosedSchema> = {
  kind: 'closed',
  version: 1,
  schema: ClosedSchema,
  upcasters: [],
  season: 'untilClosed',
  title: 'Job closed',
  folds: { progress: (_, { id }) => ({ status: 'closed', closedBy: id }) },
};
