import type { Commonness } from './cause';
import type { Frequency } from './observation';

/** What the words mean. Classes, not measurements: nobody has counted, and finer figures would only pretend to. Ours. */
const FREQUENCY: Readonly<Record<Frequency, number>> = {
  always: 0.95,
  mostly: 0.75,
  often: 0.45,
  sometimes: 0.18,
  rarely: 0.05,
  never: 0.01,
};

/** Of a thousand machines that come in, so many have it; shared among its places. Ours. */
const COMMONNESS: Readonly<Record<Commonness, number>> = { common: 0.04, usual: 0.02, uncommon: 0.01, rare: 0.004 };

export function frequencyOf(word: Frequency): number {
  return FREQUENCY[word];
}

export function commonnessOf(word: Commonness): number {
  return COMMONNESS[word];
}
