import type { EventKind } from '../eventKind';
import { RoadPlanSchema } from './schema';

export const roadPlan: EventKind<typeof RoadPlanSchema> = {
  kind: 'roadPlan',
  version: 1,
  schema: RoadPlanSchema,
  upcasters: [],
  season: 'untilClosed',
  title: 'Aims of the road',
  refuse: (_, { bands }) => (bands.every(({ low, high }) => low < high) ? undefined : 'noSuchBand'),
  record: ({ road }, event) => ({ road: [...road, event] }),
};
