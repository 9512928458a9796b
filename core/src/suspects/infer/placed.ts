import type { Setup } from '../../setup';
import { CAUSES, type Cause, commonnessOf, hasNeed } from '../map';

/** A cause at its place on one machine: a throat, a cylinder, or undefined for the whole bank. */
export interface PlacedCause {
  readonly cause: Cause;
  readonly place: string | undefined;
  /** Probability before anything is known. */
  readonly prior: number;
}

/** What a workshop has put right before, by cause. */
export type Learned = readonly { readonly cause: string; readonly count: number }[];

/** What the map says of how common causes are is worth so many cases of the workshop's own. Ours. */
const MAP_IS_WORTH = 30;

/**
 * Every cause at every place where a machine can have it. A cause's commonness is shared among its places; what the workshop has put right
 * before moves it, as counts move a Dirichlet prior (any textbook, e.g. Gelman and others, Bayesian Data Analysis, 3.4, from memory).
 */
export function placedCauses(setup: Setup, learned: Learned = []): readonly PlacedCause[] {
  const possible = CAUSES.filter(({ needs }) => needs === undefined || hasNeed(setup, needs));
  const whole = possible.reduce((sum, { commonness }) => sum + commonnessOf(commonness), 0);
  const countOf = (id: string) => learned.find(({ cause }) => cause === id)?.count ?? 0;
  const cases = possible.reduce((sum, { id }) => sum + countOf(id), 0);
  return possible.flatMap((cause) => {
    const places = placesOf(setup, cause);
    const share = commonnessOf(cause.commonness) / whole;
    const prior = (whole * (MAP_IS_WORTH * share + countOf(cause.id))) / (MAP_IS_WORTH + cases);
    return places.map((place) => ({ cause, place, prior: prior / places.length }));
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
