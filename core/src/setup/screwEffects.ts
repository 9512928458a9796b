import { actionOn, concernOf, enrichmentOn } from './effect';
import type { Adjuster, Setup } from './schema';

/** What one screw does when it is turned in, as the coupling graph has it. */
export interface ScrewEffects {
  readonly adjuster: Adjuster;
  readonly opens: readonly string[];
  readonly closes: readonly string[];
  readonly richer: readonly string[];
  readonly leaner: readonly string[];
  /** Throats that it leaves where they are: what a balance compares with. Empty for a screw that moves all. */
  readonly leaves: readonly string[];
  /** Screws that move the bank just as this one does, so that one of the two is enough. */
  readonly alike: readonly string[];
}

export function screwEffects(setup: Setup): readonly ScrewEffects[] {
  const ids = setup.throats.map(({ id }) => id);
  const pattern = (adjuster: Adjuster) => ids.map((id) => actionOn(adjuster, id));
  return setup.adjusters.map((adjuster) => {
    const where = (does: (throat: string) => boolean) => ids.filter(does);
    const own = pattern(adjuster);
    const moves = own.some((action) => action !== 0);
    return {
      adjuster,
      opens: where((id) => actionOn(adjuster, id) > 0),
      closes: where((id) => actionOn(adjuster, id) < 0),
      richer: where((id) => enrichmentOn(adjuster, id) > 0),
      leaner: where((id) => enrichmentOn(adjuster, id) < 0),
      leaves: moves ? where((id) => actionOn(adjuster, id) === 0) : [],
      alike: setup.adjusters
        .filter(
          (other) =>
            moves &&
            other.id !== adjuster.id &&
            concernOf(other) === concernOf(adjuster) &&
            pattern(other).join() === own.join(),
        )
        .map(({ id }) => id),
    };
  });
}

/** Throats that no screw moves apart: they sit on one shaft, and what they differ by stays. Groups of two and more. */
export function sharedShafts(setup: Setup): readonly (readonly string[])[] {
  const resting = setup.adjusters.filter((adjuster) => concernOf(adjuster) === 'rest');
  const groups = new Map<string, string[]>();
  for (const { id } of setup.throats) {
    const key = resting.map((adjuster) => actionOn(adjuster, id)).join();
    groups.set(key, [...(groups.get(key) ?? []), id]);
  }
  return [...groups.values()].filter(({ length }) => length > 1);
}
