import type { Setup } from '../../setup';

/** A volume behind one or more throats that feeds one or more cylinders: a runner, a shared manifold or a plenum. */
export interface ManifoldPlan {
  /** Indices in the setup's order. */
  readonly throats: readonly number[];
  readonly cylinders: readonly number[];
  /** m3: the volumes of its throats' runners together. */
  readonly volume: number;
}

/** Throats that feed a common cylinder breathe from one volume. Every throat and every cylinder lies in exactly one plan. */
export function manifoldPlans(setup: Setup): readonly ManifoldPlan[] {
  const groups: { throats: number[]; feeds: Set<string> }[] = [];
  setup.throats.forEach(({ feeds }, i) => {
    const shares = (group: { feeds: Set<string> }) => feeds.some((id) => group.feeds.has(id));
    const touched = groups.filter(shares);
    const merged = {
      throats: [...touched.flatMap(({ throats }) => throats), i],
      feeds: new Set([...touched.flatMap((group) => [...group.feeds]), ...feeds]),
    };
    groups.splice(0, groups.length, ...groups.filter((group) => !shares(group)), merged);
  });
  return groups.map(({ throats, feeds }) => ({
    throats,
    cylinders: setup.cylinders.flatMap(({ id }, c) => (feeds.has(id) ? [c] : [])),
    volume: throats.reduce((sum, i) => sum + (setup.throats[i]?.runnerVolumeCc ?? 0) * 1e-6, 0),
  }));
}
