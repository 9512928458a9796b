import { turns } from '../../../units';
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
    // The screw that was turned last since a reading killed it: where it stands now is beyond its limit.
    balance: ({ turnedLast, positions }) =>
      turnedLast === undefined ? {} : { stall: { ...turnedLast, at: turns(positions[turnedLast.adjuster] ?? 0) } },
  },
};
