import type { EventKind } from '../eventKind';
import { InstrumentSchema } from './schema';

export const instrument: EventKind<typeof InstrumentSchema> = {
  kind: 'instrument',
  version: 1,
  schema: InstrumentSchema,
  upcasters: [],
  season: 'atTheBench',
  title: 'Instrument chosen',
  folds: {
    // Another instrument has another zero.
    gauges: (job, { instrument: id, name, what, classPercent }) =>
      id === job.instrument?.id
        ? { instrument: { id, name, what, classPercent } }
        : {
            instrument: { id, name, what, classPercent },
            zeroedThroats: [],
            gaugesZeroed: false,
            gaugesMatched: false,
          },
  },
};
