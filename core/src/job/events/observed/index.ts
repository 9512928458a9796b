import { OBSERVATIONS } from '../../../suspects/map';
import { isPlace } from '../../parts';
import type { EventKind } from '../eventKind';
import { ObservedSchema } from './schema';

export const observed: EventKind<typeof ObservedSchema> = {
  kind: 'observed',
  version: 1,
  schema: ObservedSchema,
  upcasters: [],
  season: 'untilClosed',
  title: 'Noticed',
  refuse({ setup }, { observation, place }) {
    const known = OBSERVATIONS.find(({ id }) => id === observation);
    if (known === undefined) return 'noSuchObservation';
    return isPlace(setup, known.at, place) ? undefined : 'noSuchPlace';
  },
  record: ({ search }, event) => ({ search: [...search, event] }),
};
