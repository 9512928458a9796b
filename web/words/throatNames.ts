import type { Setup } from '@amber-needle/core/setup';

/** What a throat is called before its number: the cylinder where each feeds its own of the same number, else the throat. */
export function throatNoun({ throats }: Setup): 'cylinder' | 'throat' {
  return throats.every(({ id, feeds }) => feeds.length === 1 && feeds[0] === id) ? 'cylinder' : 'throat';
}

/** The same at the beginning of a line. */
export function throatTitle(setup: Setup): 'Cylinder' | 'Throat' {
  return throatNoun(setup) === 'cylinder' ? 'Cylinder' : 'Throat';
}
