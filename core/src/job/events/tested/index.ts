import { TESTS } from '../../../suspects/map';
import { isPlace } from '../../parts';
import type { EventKind } from '../eventKind';
import { TestedSchema } from './schema';

export const tested: EventKind<typeof TestedSchema> = {
  kind: 'tested',
  version: 1,
  schema: TestedSchema,
  upcasters: [],
  season: 'untilClosed',
  title: 'Tested',
  refuse({ setup }, { test, place, answer }) {
    const known = TESTS.find(({ id }) => id === test);
    if (known === undefined || !known.answers.some(({ id }) => id === answer)) return 'noSuchTest';
    return isPlace(setup, known.at, place) ? undefined : 'noSuchPlace';
  },
  record: ({ search }, event) => ({ search: [...search, event] }),
};
