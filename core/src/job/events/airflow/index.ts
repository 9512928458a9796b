import { decidingQuantity } from '../../../setup';
import { allThroats } from '../../parts';
import type { EventKind } from '../eventKind';
import { markedPractice } from '../practice';
import { AirflowSchema } from './schema';

export const airflow: EventKind<typeof AirflowSchema> = {
  kind: 'airflow',
  version: 2,
  schema: AirflowSchema,
  // Version 1 did not say whether the engine was a simulated one.
  upcasters: [(event) => event],
  season: 'atTheBench',
  title: 'Airflow taken',
  refuse: ({ setup }, { throats }) => (allThroats(setup, throats) ? undefined : 'noSuchThroat'),
  folds: {
    opening: markedPractice,
    balance: ({ setup, sinceReading }) => ({
      isStopped: false,
      sinceReading: decidingQuantity(setup) === 'airflow' ? 'nothing' : sinceReading,
    }),
  },
  record: ({ airflows }, event) => ({ airflows: [...airflows, event] }),
};
