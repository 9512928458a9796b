import type { EventKind } from '../eventKind';
import { RoadChangeSchema } from './schema';

export const roadChange: EventKind<typeof RoadChangeSchema> = {
  kind: 'roadChange',
  version: 1,
  schema: RoadChangeSchema,
  upcasters: [],
  season: 'untilClosed',
  title: 'Change after a ride',
  refuse: ({ setup }, { cylinders }) =>
    cylinders.every((id) => setup.cylinders.some((cylinder) => cylinder.id === id)) ? undefined : 'noSuchExhaust',
  record: ({ road }, event) => ({ road: [...road, event] }),
};
