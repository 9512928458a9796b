import type { Setup } from '../../setup';
import { EXCHANGES, type ExchangeOutcome, frequencyOf } from '../map';
import { isRelated, type PlacedCause } from './placed';

/** Two places changed a part, and this came of it. */
export interface ExchangedEvidence {
  readonly kind: 'exchanged';
  readonly what: string;
  /** Two of them. */
  readonly places: readonly string[];
  readonly outcome: ExchangeOutcome;
}

type Shares = Readonly<Record<ExchangeOutcome, number>>;

/** A fault that has nothing to do with the two places, or stands on no map: it says nothing. */
const EVEN: Shares = { stayed: 1 / 3, followed: 1 / 3, vanished: 1 / 3 };
/** A fault that the part does not carry stays, unless the work itself moved something. Ours. */
const STAYS: Shares = { stayed: 0.88, followed: 0.04, vanished: 0.08 };
/** What is seen of a fault that the part carries and that was not seen to follow: half of it vanished by the handling. Ours. */
const VANISHES = 0.5;

/** What speaks where only this cause is there; undefined where the exchange has nothing to do with it. */
export function exchangeShares(
  setup: Setup,
  { what, places }: Pick<ExchangedEvidence, 'what' | 'places'>,
  { cause, place }: PlacedCause,
): Shares | undefined {
  const exchange = EXCHANGES.find(({ id }) => id === what);
  const here = { at: cause.at, place };
  if (exchange === undefined || cause.at === 'bank') return undefined;
  if (!places.some((each) => isRelated(setup, here, { at: exchange.at, place: each }))) return undefined;
  const word = exchange.carries[cause.id];
  if (word === undefined) return STAYS;
  const followed = frequencyOf(word);
  return { followed, vanished: (1 - followed) * VANISHES, stayed: (1 - followed) * (1 - VANISHES) };
}

/** How likely an outcome is with these causes; of two that it concerns the mean. */
export function exchangeLikelihood(speaking: readonly Shares[], outcome: ExchangeOutcome): number {
  if (speaking.length === 0) return EVEN[outcome];
  return speaking.reduce((sum, shares) => sum + shares[outcome], 0) / speaking.length;
}
