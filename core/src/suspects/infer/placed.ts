import type { Setup } from '../../setup';
import { CAUSES, type Cause, commonnessOf, hasNeed } from '../map';

/** A cause at its place on one machine: a throat, a cylinder, or undefined for the whole bank. */
export interface PlacedCause {
  readonly cause: Cause;
  readonly place: string | undefined;
  /** Probability before anything is known. */
  readonly prior: number;
}

/** Every cause at every place where a machine can have it. A cause's commonness is shared among its places. */
export function placedCauses(setup: Setup): readonly PlacedCause[] {
  return CAUSES.filter(({ needs }) => needs === undefined || hasNeed(setup, needs)).flatMap((cause) => {
    const places = placesOf(setup, cause);
    return places.map((place) => ({ cause, place, prior: commonnessOf(cause.commonness) / places.length }));
  });
}

function placesOf({ throats, cylinders }: Setup, { at, needs }: Cause): readonly (string | undefined)[] {
  if (at === 'bank') return [undefined];
  if (at === 'cylinder') return cylinders.map(({ id }) => id);
  const fitting =
    needs === 'constantDepression' ? throats.filter(({ throttle }) => throttle === 'constantDepression') : throats;
  return fitting.map(({ id }) => id);
}

/** Where something was seen or tested: a throat or a cylinder by its id, or nowhere in particular. */
export interface Spot {
  readonly at: 'bank' | 'throat' | 'cylinder';
  readonly place: string | undefined;
}

/**
 * Whether what sits at one spot can show at another: a throat shows at the cylinders that it feeds and the other way round; the whole bank, or a
 * place that nobody named, goes with every place.
 */
export function isRelated(setup: Setup, a: Spot, b: Spot): boolean {
  if (a.at === 'bank' || b.at === 'bank' || a.place === undefined || b.place === undefined) return true;
  if (a.at === b.at) return a.place === b.place;
  const [throat, cylinder] = a.at === 'throat' ? [a.place, b.place] : [b.place, a.place];
  return setup.throats.some(({ id, feeds }) => id === throat && feeds.includes(cylinder));
}
