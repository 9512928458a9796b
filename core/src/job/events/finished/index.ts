import type { EventKind } from '../eventKind';
import { FinishedSchema } from './schema';

export const finished: EventKind<typeof FinishedSchema> = {
  kind: 'finished',
  version: 2,
  schema: FinishedSchema,
  // Version 1 knew no other end of a job: those jobs stay closed.
  upcasters: [(event) => ({ ...event, endsJob: true })],
  season: 'atTheBench',
  title: 'Work at the bench finished',
  folds: {
    progress: (_, event) => ({
      finish: event,
      status: event.endsJob === true ? 'closed' : 'finished',
      closedBy: event.endsJob === true ? event.id : undefined,
    }),
  },
};
