import { at } from '../../basics';
import type { KeptStretch } from '../regimes';
import type { Ride } from '../ride';
import { delayAt, type Response } from '../sensor';
import { isJudged, type Regime } from '../words';

/** Believed lambda over engine speed and opening (or load): where it was, how often. */
export interface RoadMap {
  /** Borders of the classes, rpm and shares; one more than there are classes. */
  readonly rpm: readonly number[];
  readonly by: 'opening' | 'load' | 'nothing';
  readonly across: readonly number[];
  readonly cells: readonly {
    readonly row: number;
    readonly column: number;
    readonly lambda: number;
    readonly seconds: number;
  }[];
}

const RPM_CLASS = 500;
const ACROSS = [0, 0.03, 0.08, 0.15, 0.25, 0.4, 0.55, 0.7, 0.85, 1.001] as const;

interface Believed {
  readonly ride: Ride;
  readonly lambda: Float64Array;
  readonly doubts: Uint8Array;
  readonly response: Response;
}

/** The map of one sensor's ride. Overrun, shifts and what passes between are not in it. */
export function mapOf(
  { ride, lambda, doubts, response }: Believed,
  regimeAt: (time: number) => Regime | undefined,
): RoadMap {
  const { times, rpm, opening, load, step } = ride;
  const by = opening !== undefined ? 'opening' : load !== undefined ? 'load' : 'nothing';
  const across = opening ?? load;
  const sums = new Map<number, { sum: number; count: number }>();
  let highest = 0;
  for (let i = 0; i < times.length; i += 1) {
    if (doubts[i] !== 0) continue;
    const delay = delayAt(response, rpm?.[i]);
    const then = Math.max(0, i - Math.round(delay / step));
    const regime = regimeAt(at(times, then));
    if (regime === undefined || !isJudged(regime)) continue;
    const row = Math.floor((rpm?.[then] ?? 0) / RPM_CLASS);
    const column = classOf(across?.[then] ?? 0);
    if (!(row >= 0 && row < MOST_ROWS)) continue;
    highest = Math.max(highest, row);
    const key = row * ACROSS.length + column;
    const cell = sums.get(key) ?? { sum: 0, count: 0 };
    cell.sum += at(lambda, i);
    cell.count += 1;
    sums.set(key, cell);
  }
  return {
    by,
    rpm: Array.from({ length: highest + 2 }, (_, k) => k * RPM_CLASS),
    across: ACROSS,
    cells: [...sums].map(([key, { sum, count }]) => ({
      row: Math.floor(key / ACROSS.length),
      column: key % ACROSS.length,
      lambda: sum / count,
      seconds: count * step,
    })),
  };
}

const MOST_ROWS = 60;

function classOf(share: number): number {
  let column = 0;
  while (column < ACROSS.length - 2 && share >= (ACROSS[column + 1] ?? 1)) column += 1;
  return column;
}

/** Where the time of a ride was spent, s, regime by regime; what was left out is not in it. */
export function timeSpent(stretches: readonly KeptStretch[]): Readonly<Partial<Record<Regime, number>>> {
  const spent: Partial<Record<Regime, number>> = {};
  for (const { regime, from, to, leftOut } of stretches) if (!leftOut) spent[regime] = (spent[regime] ?? 0) + to - from;
  return spent;
}

/** Finds the regime of a time in stretches that follow one another; undefined outside them and where they are left out. */
export function regimeFinder(stretches: readonly KeptStretch[]): (time: number) => Regime | undefined {
  let last = 0;
  return (time) => {
    // Times come in order nearly always: the search goes on from where it was.
    if ((stretches[last]?.from ?? 0) > time) last = 0;
    while (last < stretches.length && (stretches[last]?.to ?? 0) <= time) last += 1;
    const stretch = stretches[last];
    return stretch === undefined || stretch.from > time || stretch.leftOut ? undefined : stretch.regime;
  };
}
