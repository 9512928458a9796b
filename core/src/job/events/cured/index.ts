import { CAUSES } from '../../../suspects/map';
import { isPlace } from '../../parts';
import type { EventKind } from '../eventKind';
import { CuredSchema } from './schema';

export const cured: EventKind<typeof CuredSchema> = {
  kind: 'cured',
  version: 1,
  schema: CuredSchema,
  upcasters: [],
  season: 'untilClosed',
  title: 'Put right',
  refuse({ setup }, { cause, place }) {
    const known = CAUSES.find(({ id }) => id === cause);
    if (known === undefined) return 'noSuchCause';
    return isPlace(setup, known.at, place) ? undefined : 'noSuchPlace';
  },
  record: ({ search }, event) => ({ search: [...search, event] }),
};
