import type { SeededResult } from './run';

/** Tests after which the cause should stand first. */
const TESTS = 3;
const BINS = [0, 0.2, 0.4, 0.6, 0.7, 0.8, 0.9, 0.97, 1.0001];

/** Where the causes stood, of those jobs in which something was noticed at all. */
export function seededTable(results: readonly SeededResult[]) {
  const engines = [...new Set(results.map(({ engine }) => engine))];
  return engines.map((engine) => {
    const all = results.filter((each) => each.engine === engine);
    const told = all.filter(({ seen }) => seen.length > 0);
    const share = (holds: (each: SeededResult) => boolean) =>
      `${((100 * told.filter(holds).length) / told.length).toFixed(1)} %`;
    const sum = (of: (each: SeededResult) => number) => told.reduce((whole, each) => whole + of(each), 0);
    return {
      engine,
      jobs: all.length,
      'nothing to notice': all.length - told.length,
      'first at once': share(({ ranks }) => ranks[0] === 1),
      'among three': share(({ ranks }) => (ranks[0] ?? 99) <= 3),
      'first after three tests': share(({ ranks }) => ranks[Math.min(TESTS, ranks.length - 1)] === 1),
      'first in the end': share(({ ranks }) => ranks.at(-1) === 1),
      'minutes, mean': (sum(({ minutes }) => minutes) / told.length).toFixed(1),
      'of a fixed order': `${((100 * sum(({ minutes }) => minutes)) / sum(({ fixedMinutes }) => fixedMinutes)).toFixed(0)} %`,
      'fixed order first in the end': share(({ fixedRight }) => fixedRight),
    };
  });
}

/** What was said of the first suspect, at once and after each test, against how often it was right. */
export function statedTable(results: readonly SeededResult[]) {
  const stated = results.filter(({ seen }) => seen.length > 0).flatMap((each) => each.stated);
  return BINS.slice(1).flatMap((to, i) => {
    const from = BINS[i] ?? 0;
    const bin = stated.filter(({ probability }) => probability >= from && probability < to);
    if (bin.length === 0) return [];
    const percent = (value: number) => `${(100 * value).toFixed(1)} %`;
    return [
      {
        from,
        count: bin.length,
        stated: percent(bin.reduce((sum, { probability }) => sum + probability, 0) / bin.length),
        held: percent(bin.filter(({ right }) => right).length / bin.length),
      },
    ];
  });
}

/** What was first in the end instead of the cause, and how often. */
export function confusions(results: readonly SeededResult[]) {
  const counts = new Map<string, number>();
  const kind = (name: string | undefined) => name?.split(/[@ ]/)[0] ?? '';
  for (const { was, top, ranks, seen } of results) {
    if (seen.length === 0 || ranks.at(-1) === 1) continue;
    const same = kind(was[0]) === kind(top) ? ' at another place' : '';
    const key = `${kind(was[0])} -> ${kind(top)}${same}`;
    counts.set(key, (counts.get(key) ?? 0) + 1);
  }
  return [...counts].sort((a, b) => b[1] - a[1]).map(([confusion, count]) => ({ confusion, count }));
}
