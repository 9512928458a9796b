import type { EventKind } from '../eventKind';
import { RideReadSchema } from './schema';

export const rideRead: EventKind<typeof RideReadSchema> = {
  kind: 'rideRead',
  version: 1,
  schema: RideReadSchema,
  upcasters: [],
  season: 'untilClosed',
  title: 'Ride read',
  record: ({ road }, event) => ({ road: [...road, event] }),
};
