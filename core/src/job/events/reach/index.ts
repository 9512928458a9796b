import { isAdjuster } from '../../parts';
import type { EventKind } from '../eventKind';
import { ReachSchema } from './schema';

export const reach: EventKind<typeof ReachSchema> = {
  kind: 'reach',
  version: 1,
  schema: ReachSchema,
  upcasters: [],
  season: 'atTheBench',
  title: 'Reach of a screw',
  refuse: ({ setup }, { adjuster }) => (isAdjuster(setup, adjuster) ? undefined : 'noSuchAdjuster'),
  folds: {
    balance: ({ outOfReach }, { adjuster, state }) => {
      const others = outOfReach.filter((id) => id !== adjuster);
      return { outOfReach: state === 'outOfReach' ? [...others, adjuster] : others };
    },
  },
};
