import { lifeLeft } from '../../figures/mixtures';
import type { RoadTable } from '../judgeRoad';
import type { JudgedRegime } from '../words';

/** Air of each regime over that of full load, for the weight of its fuel. Ours. */
const AIR: Readonly<Record<JudgedRegime, number>> = {
  idle: 0.04,
  justOffIdle: 0.07,
  cruiseLow: 0.16,
  cruiseHigh: 0.32,
  rollOn: 0.5,
  fullLoad: 1,
};

/** What a ride's richness costs, as ranges. */
export interface RichCost {
  /** Fuel that lambda 1 would not have needed, as a share of all, from one end of the doubt to the other. */
  readonly fuel: { readonly low: number; readonly high: number };
  /** What is left of the engine's life that lambda 1 would give: by the time in each regime, by the range of `lifeLeft`. */
  readonly life: { readonly low: number; readonly high: number };
  /** Lambda at cruise, where nearly all time is spent: for the calculator. */
  readonly cruise: number | undefined;
}

/** The cost of the richest column of a table; full load is meant to be rich and counts by its band's own richness. Undefined for no rows. */
export function richCost({ columns, rows }: RoadTable): RichCost | undefined {
  const costs = columns.flatMap((_, c) => {
    const cells = rows.flatMap(({ regime, band, cells: row }) => {
      const cell = row[c];
      return cell === undefined ? [] : [{ regime, band, cell }];
    });
    if (cells.length === 0) return [];
    const weighed = (of: (lambda: number) => number, shift: -1 | 1, weight: (regime: JudgedRegime) => number) => {
      const total = cells.reduce((sum, { regime, cell }) => sum + weight(regime) * cell.seconds, 0);
      return (
        cells.reduce((sum, { regime, cell, band }) => {
          // As rich as its band allows costs nothing that could be saved.
          const spared = Math.min(0, band.low - 1);
          return sum + weight(regime) * cell.seconds * of(Math.min(1, cell.lambda - spared + shift * cell.interval90));
        }, 0) / total
      );
    };
    const waste = (lambda: number) => Math.max(0, 1 - lambda);
    const one = () => 1;
    return [
      {
        fuel: { low: weighed(waste, 1, (regime) => AIR[regime]), high: weighed(waste, -1, (regime) => AIR[regime]) },
        life: {
          low: weighed((lambda) => lifeLeft(lambda).low, -1, one),
          high: weighed((lambda) => lifeLeft(lambda).high, 1, one),
        },
        cruise: cruiseOf(cells),
      },
    ];
  });
  return [...costs].sort((a, b) => b.fuel.high - a.fuel.high)[0];
}

function cruiseOf(
  cells: readonly {
    readonly regime: JudgedRegime;
    readonly cell: { readonly lambda: number; readonly seconds: number };
  }[],
): number | undefined {
  const cruise = cells.filter(({ regime }) => regime === 'cruiseLow' || regime === 'cruiseHigh');
  const seconds = cruise.reduce((sum, { cell }) => sum + cell.seconds, 0);
  return seconds === 0 ? undefined : cruise.reduce((sum, { cell }) => sum + cell.seconds * cell.lambda, 0) / seconds;
}
