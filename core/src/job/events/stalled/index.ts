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
    // The turn that no reading has followed killed it: half of that turn is as far as its screw is trusted from now on.
    balance: ({ turnedLast, positions, stallsBeyond }) => {
      if (turnedLast === undefined) return {};
      const { adjuster, by } = turnedLast;
      const limit = turns((positions[adjuster] ?? 0) - by / 2);
      const known = stallsBeyond[adjuster] ?? {};
      return {
        stall: turnedLast,
        stallsBeyond: { ...stallsBeyond, [adjuster]: by < 0 ? { ...known, out: limit } : { ...known, in: limit } },
      };
    },
  },
};
