import { isStanding, stoppedNow } from '../../slices/balance';
import type { EventKind } from '../eventKind';
import { RespondedSchema } from './schema';

export const responded: EventKind<typeof RespondedSchema> = {
  kind: 'responded',
  version: 1,
  schema: RespondedSchema,
  upcasters: [],
  season: 'atTheBench',
  title: 'Speed answered',
  folds: {
    balance: (job, { answer }) =>
      answer.by === 'tachometer' && isStanding(answer.rpm) ? stoppedNow(job) : { isStopped: false },
  },
  record: ({ mixture }, event) => ({ mixture: [...mixture, event] }),
};
