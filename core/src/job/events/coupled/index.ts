import { isCoupling } from '../../parts';
import { staleBy } from '../../slices/balance';
import type { EventKind } from '../eventKind';
import { CoupledSchema } from './schema';

export const coupled: EventKind<typeof CoupledSchema> = {
  kind: 'coupled',
  version: 1,
  schema: CoupledSchema,
  upcasters: [],
  season: 'atTheBench',
  title: 'Coupling clamped or loosened',
  refuse: ({ setup }, { coupling }) => (isCoupling(setup, coupling) ? undefined : 'noSuchCoupling'),
  folds: {
    balance: (job, { coupling, state, seq }) => {
      const others = job.clamped.filter((id) => id !== coupling);
      const clamped = state === 'clamped' ? [...others, coupling] : others;
      return { clamped, touchedAt: seq, sinceReading: staleBy(job, 'coupled') };
    },
  },
};
