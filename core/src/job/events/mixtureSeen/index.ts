import type { Static } from 'typebox';
import { COLLECTOR, isOfRunning } from '../../../mixture/words';
import { concernOf, isStepped, type Setup } from '../../../setup';
import type { EventKind } from '../eventKind';
import { MixtureSeenSchema } from './schema';

type Seen = Static<typeof MixtureSeenSchema>['seen'];

export const mixtureSeen: EventKind<typeof MixtureSeenSchema> = {
  kind: 'mixtureSeen',
  version: 1,
  schema: MixtureSeenSchema,
  upcasters: [],
  season: 'untilClosed',
  title: 'Mixture seen',
  refuse: ({ setup }, { seen }) => refusal(setup, seen),
  folds: { balance: (_, { seen }) => (isOfRunning(seen) ? { isStopped: false } : {}) },
  record: ({ mixture }, event) => ({ mixture: [...mixture, event] }),
};

function refusal({ cylinders, throats, adjusters }: Setup, seen: Seen) {
  const hasExhaust = (exhaust: string) => exhaust === COLLECTOR || cylinders.some(({ id }) => id === exhaust);
  switch (seen.how) {
    case 'sensor':
      return seen.figures.every(({ exhaust }) => hasExhaust(exhaust)) ? undefined : 'noSuchExhaust';
    case 'co':
    case 'firstOpening':
      return hasExhaust(seen.exhaust) ? undefined : 'noSuchExhaust';
    case 'colour':
    case 'warmth':
    case 'plug':
      return seen.cylinder !== COLLECTOR && hasExhaust(seen.cylinder) ? undefined : 'noSuchExhaust';
    case 'lift':
      return throats.some(({ id }) => id === seen.throat) ? undefined : 'noSuchThroat';
    case 'turns':
      return adjusters.some((each) => each.id === seen.adjuster && concernOf(each) === 'mixture' && !isStepped(each))
        ? undefined
        : 'noMixtureScrew';
    case 'freeAir':
      return seen.exhaust === undefined || hasExhaust(seen.exhaust) ? undefined : 'noSuchExhaust';
  }
}
