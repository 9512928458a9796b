import { at } from '../../basics';
import { REGIMES, type Regime } from '../words';
import type { RideGrid } from './grid';
import { createLooker, knownBy } from './looks';

/** What a change of regime costs, as the logarithm of odds: a regime lasts seconds. Ours. */
const CHANGE = 5;
/** To or from what only passes. */
const PASSING = 3.5;

/**
 * The likeliest regime of each step of a grid: the path of regimes that looks most like the ride, changes counted against it.
 * Source: Viterbi, IEEE Trans. Inf. Theory 13 (1967) 260 (from memory); looks and costs are ours. Without engine speed nothing is told: all `transient`.
 */
export function labelGrid(grid: RideGrid): readonly Regime[] {
  if (knownBy(grid) === 'nothing') return Array.from({ length: grid.count }, () => 'transient');
  const n = REGIMES.length;
  const cost = Float64Array.from({ length: n * n }, (_, k) =>
    costOf(at(REGIMES, Math.floor(k / n)), at(REGIMES, k % n)),
  );
  const from = new Uint8Array(grid.count * n);
  let best = new Float64Array(n);
  let next = new Float64Array(n);
  const looks = new Float64Array(n);
  const looker = createLooker(grid);
  for (let i = 0; i < grid.count; i += 1) {
    looker.look(i, looks);
    for (let to = 0; to < n; to += 1) {
      let chosen = to;
      let most = best[to] ?? 0;
      for (let r = 0; r < n; r += 1) {
        const sum = (best[r] ?? 0) - (cost[r * n + to] ?? 0);
        if (sum > most) {
          most = sum;
          chosen = r;
        }
      }
      from[i * n + to] = chosen;
      // A look weighs by the time it lasts, so that a fine grid counts no more than a coarse one.
      next[to] = most + (looks[to] ?? 0) * (grid.step / LOOK_S);
    }
    [best, next] = [next, best];
  }
  return backwards(from, best, grid.count);
}

/** So long a look counts once, s: neighbours say the same. Ours. */
const LOOK_S = 0.2;

function costOf(from: Regime, to: Regime): number {
  if (from === to) return 0;
  return passes(from) || passes(to) ? PASSING : CHANGE;
}

function passes(regime: Regime): boolean {
  return regime === 'shift' || regime === 'transient';
}

function backwards(from: Uint8Array, last: Float64Array, count: number): readonly Regime[] {
  const n = REGIMES.length;
  let state = last.indexOf(Math.max(...last));
  const path: Regime[] = new Array(count);
  for (let i = count - 1; i >= 0; i -= 1) {
    path[i] = at(REGIMES, state);
    state = at(from, i * n + state);
  }
  return path;
}
