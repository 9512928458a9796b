import type { Hint } from './step';

/** Beginnings of words that complaints have for it. `common practice, no source`. */
const WORDS: Readonly<Record<Hint, readonly string[]>> = {
  bowls: ['puddle', 'drip', 'leak', 'overflow', 'flood', 'smell', 'wet', 'fuel on', 'petrol on', 'gas on'],
  storage: ['stood', 'stored', 'storage', 'winter', 'parked', 'years', 'choke', 'dies', 'stall', 'barn'],
  spark: ['miss', 'dead cylinder', 'pops', 'backfire', 'no power', 'weak'],
  throttle: ['hang', 'sticks', 'different idle', 'idle differs', 'returns', 'high idle'],
};

/** What a complaint points at, by its words alone: enough to put a step onto a short way, never to take one off. */
export function hintsOf(complaint: string): readonly Hint[] {
  const text = ` ${complaint.toLowerCase()}`;
  const all: readonly Hint[] = ['bowls', 'storage', 'spark', 'throttle'];
  return all.filter((hint) => WORDS[hint].some((word) => text.includes(` ${word}`)));
}
