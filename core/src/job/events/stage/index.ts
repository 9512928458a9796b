import type { EventKind } from '../eventKind';
import { StageSchema } from './schema';

export const stage: EventKind<typeof StageSchema> = {
  kind: 'stage',
  version: 1,
  schema: StageSchema,
  upcasters: [],
  season: 'atTheBench',
  title: 'Speed held',
  folds: { balance: (_, { stage: held }) => ({ stage: held }) },
};
