import { at } from '../basics';
import { type Adjuster, concernOf, enrichmentOn, isStepped, type Setup, sharesPlenum } from '../setup';

/** Screws that set a mixture, in the setup's order. */
export function mixtureScrews({ adjusters }: Setup): readonly Adjuster[] {
  return adjusters.filter((adjuster) => concernOf(adjuster) === 'mixture');
}

/** Mixture screws with their places, those that turn before those that come in sizes. */
function inOrderOfUse(screws: readonly Adjuster[]) {
  const placed = screws.map((adjuster, screw) => ({ adjuster, screw }));
  return [
    ...placed.filter(({ adjuster }) => !isStepped(adjuster)),
    ...placed.filter(({ adjuster }) => isStepped(adjuster)),
  ];
}

/** A throat whose idle mixture a screw can set, with what sets it. */
export interface Circuit {
  readonly throat: string;
  /** Place of the throat in the setup. */
  readonly place: number;
  /** Screws that reach it, jets last: place among the mixture screws, and whether in is richer (+1) or leaner (-1). */
  readonly screws: readonly { readonly screw: number; readonly enriches: 1 | -1 }[];
}

/** The circuits of a bank: throats that no mixture screw reaches are left out. */
export function circuitsOf(setup: Setup): readonly Circuit[] {
  const screws = mixtureScrews(setup);
  return setup.throats
    .map(({ id }, place) => ({
      throat: id,
      place,
      screws: inOrderOfUse(screws).flatMap(({ adjuster, screw }) => {
        const enriches = enrichmentOn(adjuster, id);
        return enriches === 0 ? [] : [{ screw, enriches }];
      }),
    }))
    .filter((circuit) => circuit.screws.length > 0);
}

/** What a pipe between two runners carries over of the neighbour's mixture. Ours: it is small and never known well. */
const THROUGH_PIPE = 0.1;

/**
 * Share of each throat in what each cylinder draws (rows: cylinders, columns: throats). Throats that feed the same cylinder share evenly; on
 * one plenum all do; a pipe carries a little of the neighbour's.
 */
export function drawnShares(setup: Setup): readonly (readonly number[])[] {
  const { throats, cylinders, pipes = [] } = setup;
  if (sharesPlenum(setup)) return cylinders.map(() => throats.map(() => 1 / throats.length));
  return cylinders.map(({ id }) => {
    const own = throats.map(({ feeds }) => (feeds.includes(id) ? 1 : 0));
    const neighbours = throats.map(({ id: throat }, i) =>
      at(own, i) === 0 && pipes.some(({ joins }) => joins.includes(throat) && joins.some((other) => owns(other)))
        ? THROUGH_PIPE
        : 0,
    );
    const all = throats.map((_, i) => at(own, i) + at(neighbours, i));
    const sum = all.reduce((total, share) => total + share, 0);
    return all.map((share) => share / sum);

    function owns(throat: string): boolean {
      return throats.some((other, i) => other.id === throat && at(own, i) === 1);
    }
  });
}

/** Whether a cylinder shares its mixture with others, so that what it shows may differ from what its throat meters. */
export function isShared(setup: Setup, cylinder: string): boolean {
  return (
    sharesPlenum(setup) ||
    setup.throats.some(({ feeds }) => feeds.length > 1 && feeds.includes(cylinder)) ||
    (setup.pipes ?? []).length > 0
  );
}

/** Cylinders that a throat feeds, by their place. */
export function cylindersOf(setup: Setup, throat: number): readonly number[] {
  const feeds = setup.throats[throat]?.feeds ?? [];
  return setup.cylinders.flatMap(({ id }, k) => (feeds.includes(id) ? [k] : []));
}

/** Turns leaner for turns in, on the first throat that a screw reaches. */
export function leanerBy(setup: Setup, adjuster: string, turnsIn: number): number {
  const screw = setup.adjusters.find(({ id }) => id === adjuster);
  const first = screw?.acts[0];
  return screw === undefined || first === undefined ? 0 : -enrichmentOn(screw, first.throat) * turnsIn;
}
