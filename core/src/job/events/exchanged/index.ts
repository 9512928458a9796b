import { EXCHANGES } from '../../../suspects/map';
import { isPlace } from '../../parts';
import type { EventKind } from '../eventKind';
import { ExchangedSchema } from './schema';

export const exchanged: EventKind<typeof ExchangedSchema> = {
  kind: 'exchanged',
  version: 1,
  schema: ExchangedSchema,
  upcasters: [],
  season: 'untilClosed',
  title: 'Exchanged',
  refuse({ setup }, { what, places }) {
    const known = EXCHANGES.find(({ id }) => id === what);
    if (known === undefined) return 'noSuchExchange';
    const areApart = new Set(places).size === places.length;
    return areApart && places.every((place) => isPlace(setup, known.at, place)) ? undefined : 'noSuchPlace';
  },
  record: ({ search }, event) => ({ search: [...search, event] }),
};
