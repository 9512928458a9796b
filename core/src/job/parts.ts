import type { Setup } from '../setup';

function isThroat({ throats }: Setup, throat: string): boolean {
  return throats.some(({ id }) => id === throat);
}

export function isAdjuster({ adjusters }: Setup, adjuster: string): boolean {
  return adjusters.some(({ id }) => id === adjuster);
}

export function isCoupling({ couplings }: Setup, coupling: string): boolean {
  return couplings.some(({ id }) => id === coupling);
}

/** Whether everything that was read is of a throat that there is. */
export function allThroats(setup: Setup, read: readonly { readonly throat: string }[]): boolean {
  return read.every(({ throat }) => isThroat(setup, throat));
}

/** Whether a place is a throat or a cylinder of the bank, as asked; nothing at all is the whole bank, or a place that nobody knows. */
export function isPlace(setup: Setup, at: 'bank' | 'throat' | 'cylinder', place: string | undefined): boolean {
  if (place === undefined) return true;
  if (at === 'bank') return false;
  return at === 'throat' ? isThroat(setup, place) : setup.cylinders.some(({ id }) => id === place);
}
