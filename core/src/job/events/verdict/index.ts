import { assertNever } from '../../../sequence';
import type { Setup } from '../../../setup';
import type { Refusal } from '../../decide';
import { isAdjuster, isThroat } from '../../parts';
import { staleBy } from '../../slices/balance';
import type { EventKind } from '../eventKind';
import { type Suspicion, VerdictSchema } from './schema';

export const verdict: EventKind<typeof VerdictSchema> = {
  kind: 'verdict',
  version: 1,
  schema: VerdictSchema,
  upcasters: [],
  season: 'atTheBench',
  title: 'Suspicion looked into',
  refuse: ({ setup }, { suspicion }) => refuse(setup, suspicion),
  folds: {
    balance: (job, { suspicion, verdict: found, seq }) =>
      found === 'dismissed'
        ? { dismissed: [...job.dismissed, suspicion] }
        : { blips: 0, touchedAt: seq, sinceReading: staleBy(job, 'move') },
  },
};

function refuse(setup: Setup, suspicion: Suspicion): Refusal | undefined {
  switch (suspicion.kind) {
    case 'deadScrew':
      return isAdjuster(setup, suspicion.adjuster) ? undefined : 'noSuchAdjuster';
    case 'exchangedHoses':
      return suspicion.throats.every((throat) => isThroat(setup, throat)) ? undefined : 'noSuchThroat';
    case 'restlessStop':
    case 'airLeak':
      return isThroat(setup, suspicion.throat) ? undefined : 'noSuchThroat';
    default:
      return assertNever(suspicion);
  }
}
