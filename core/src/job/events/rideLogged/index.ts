import type { EventKind } from '../eventKind';
import { RideLoggedSchema } from './schema';

export const rideLogged: EventKind<typeof RideLoggedSchema> = {
  kind: 'rideLogged',
  version: 1,
  schema: RideLoggedSchema,
  upcasters: [],
  season: 'untilClosed',
  title: 'Ride logged',
  refuse: ({ setup }, { sensors }) =>
    sensors.every(({ cylinders }) => cylinders.every((id) => setup.cylinders.some((cylinder) => cylinder.id === id)))
      ? undefined
      : 'noSuchExhaust',
  record: ({ road }, event) => ({ road: [...road, event] }),
};
