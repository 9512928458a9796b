import { canSit, isSame } from '../../../faults';
import { staleBy } from '../../slices/balance';
import type { EventKind, RawEvent } from '../eventKind';
import { VerdictSchema } from './schema';

export const verdict: EventKind<typeof VerdictSchema> = {
  kind: 'verdict',
  version: 2,
  schema: VerdictSchema,
  upcasters: [asWornShaft],
  season: 'atTheBench',
  title: 'Suspicion looked into',
  refuse: ({ setup }, { suspicion }) => (canSit(setup, suspicion) ? undefined : 'noSuchFault'),
  folds: {
    balance: (job, { suspicion, verdict: found, seq }) => {
      if (found === 'dismissed') return { dismissed: [...job.dismissed, suspicion] };
      const others = job.stands.filter((standing) => !isSame(standing, suspicion));
      return {
        stands: found === 'stays' ? [...others, suspicion] : others,
        blips: 0,
        touchedAt: seq,
        sinceReading: staleBy(job, 'move'),
      };
    },
  },
};

/** Version 1 had another name for a throttle that comes to rest elsewhere. */
function asWornShaft(event: RawEvent): RawEvent {
  const { suspicion } = event;
  const isRestless =
    typeof suspicion === 'object' && suspicion !== null && 'kind' in suspicion && suspicion.kind === 'restlessStop';
  return isRestless ? { ...event, suspicion: { ...suspicion, kind: 'wornShaft' } } : event;
}
