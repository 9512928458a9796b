import type { Frequency, Site } from './observation';
import type { MachineNeed } from './test';

/** Parts that two places can exchange, to see whether a fault goes with them. */
export interface Exchange {
  readonly id: string;
  /** What changes places, in the plural. */
  readonly text: string;
  readonly at: Site;
  /** Machines that it can be done on; all when left out. */
  readonly needs?: MachineNeed;
  /** What an outcome says, where that is not plain. */
  readonly says?: Readonly<Partial<Record<ExchangeOutcome, string>>>;
  /** Causes that go with it, and how often the fault is then seen to have moved. */
  readonly carries: Readonly<Partial<Record<string, Frequency>>>;
}

/** What came of an exchange: the fault is where it was, where the part is now, or nowhere. */
export const OUTCOMES = ['stayed', 'followed', 'vanished'] as const;
export type ExchangeOutcome = (typeof OUTCOMES)[number];

/** What a carburetor takes with it when it changes places. */
const IN_THE_CARBURETOR = [
  'flooding',
  'wornNeedleValve',
  'seatORing',
  'floatHoled',
  'floatStuck',
  'floatLevel',
  'blockedIdle',
  'blockedTransfer',
  'starvedMain',
  'mixedJets',
  'wrongBase',
  'wornShaft',
  'stickingPiston',
  'tornDiaphragm',
  'damper',
  'pumpShot',
  'leakingEnricher',
  'wornNeedleJet',
] as const;

/** One thing at a time. `common practice, no source`. */
export const EXCHANGES: readonly Exchange[] = [
  { id: 'plugs', text: 'plugs', at: 'cylinder', carries: { weakSpark: 'often' } },
  { id: 'leads', text: 'leads and caps', at: 'cylinder', carries: { weakSpark: 'often' } },
  { id: 'coils', text: 'coils', at: 'cylinder', carries: { weakSpark: 'often' } },
  {
    id: 'carburetors',
    text: 'carburetors',
    at: 'throat',
    carries: Object.fromEntries(IN_THE_CARBURETOR.map((id) => [id, 'always'])),
  },
  {
    id: 'jets',
    text: 'jets',
    at: 'throat',
    carries: { mixedJets: 'always', blockedIdle: 'often', starvedMain: 'mostly' },
  },
  { id: 'gauges', text: 'gauges', at: 'throat', carries: { instrumentFault: 'always' } },
  {
    id: 'gaugeHoses',
    text: 'hoses of the gauges',
    at: 'throat',
    carries: { exchangedHoses: 'always', instrumentFault: 'always' },
  },
  {
    id: 'firingOrder',
    text: 'turns in the firing order',
    at: 'cylinder',
    needs: 'sharedManifold',
    says: {
      followed:
        'It changed sides with the firing order: the manifold robs the cylinder that draws second. No jet is wrong.',
      stayed: 'It stayed with its cylinder: the firing order is not it.',
    },
    carries: { sharedRobbing: 'always' },
  },
];
