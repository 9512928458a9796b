import { stoppedNow } from '../../slices/balance';
import type { EventKind } from '../eventKind';
import { StalledSchema } from './schema';

export const stalled: EventKind<typeof StalledSchema> = {
  kind: 'stalled',
  version: 1,
  schema: StalledSchema,
  upcasters: [],
  season: 'atTheBench',
  title: 'The engine stalled',
  folds: {
    balance: (job) => stoppedNow(job),
  },
};
