import { CAUSES } from '../../../suspects/map';
import { isPlace } from '../../parts';
import type { EventKind } from '../eventKind';
import { CuredSchema } from './schema';

export const cured: EventKind<typeof CuredSchema> = {
  kind: 'cured',
  version: 2,
  schema: CuredSchema,
  // Version 2 may say what the machine had run.
  upcasters: [(event) => event],
  season: 'untilClosed',
  title: 'Put right',
  refuse({ setup }, { cause, place }) {
    const known = CAUSES.find(({ id }) => id === cause);
    if (known === undefined) return 'noSuchCause';
    return isPlace(setup, known.at, place) ? undefined : 'noSuchPlace';
  },
  record: ({ search }, event) => ({ search: [...search, event] }),
};
