import { allThroats } from '../../parts';
import type { Gauges, Standing } from '../../slices';
import { staleBy } from '../../slices/balance';
import type { EventKind } from '../eventKind';
import { CheckSchema } from './schema';

export const check: EventKind<typeof CheckSchema> = {
  kind: 'check',
  version: 2,
  schema: CheckSchema,
  // Version 2 may skip the look off idle; older jobs never said so.
  upcasters: [(event) => event],
  season: 'atTheBench',
  title: 'Checked',
  refuse: ({ setup }, { check: made }) =>
    'channels' in made && !allThroats(setup, made.channels) ? 'noSuchThroat' : undefined,
  folds: {
    progress: (_, { check: made }) => (made.what === 'cautionsRead' ? { cautionsRead: true } : {}),
    gauges: (job, { check: made }) => {
      if (made.what === 'gaugesZeroed') return { ...zeroed(job, made.channels), gaugesMatched: false };
      if (made.what === 'gaugesMatched') return { gaugesMatched: true };
      return made.what === 'noMeter' ? { noMeter: true } : {};
    },
    balance: (job, { check: made, seq }) => {
      if (made.what === 'gaugesMatched') return { matchedAt: seq, sinceReading: staleBy(job, 'matched') };
      if (made.what === 'offIdleSkipped') return { offIdleSkipped: true };
      if (made.what !== 'blipped') return {};
      return { blips: job.blips + 1, touchedAt: seq, sinceReading: staleBy(job, 'move') };
    },
  },
};

/** Gauges count as zeroed when each throat's has been, in one check or several: a lost channel does not count as known. */
function zeroed(job: Standing, channels: readonly { readonly throat: string }[]): Partial<Gauges> {
  const zeroedThroats = [...new Set([...job.zeroedThroats, ...channels.map(({ throat }) => throat)])];
  return { zeroedThroats, gaugesZeroed: job.setup.throats.every(({ id }) => zeroedThroats.includes(id)) };
}
