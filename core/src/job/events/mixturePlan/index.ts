import { mixtureScrews } from '../../../mixture/circuits';
import type { EventKind } from '../eventKind';
import { MixturePlanSchema } from './schema';

export const mixturePlan: EventKind<typeof MixturePlanSchema> = {
  kind: 'mixturePlan',
  version: 2,
  schema: MixturePlanSchema,
  // Version 1 took every air/fuel gauge for one on the petrol scale.
  upcasters: [(event) => event],
  season: 'atTheBench',
  title: 'How the mixture is worked at',
  refuse: ({ setup }, { fuel }) => {
    if (mixtureScrews(setup).length === 0) return 'noMixtureScrew';
    return fuel.ethanol + fuel.methanol > 1 ? 'noSuchFuel' : undefined;
  },
  record: ({ mixture }, event) => ({ mixture: [...mixture, event] }),
};
