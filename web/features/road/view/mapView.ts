import type { RoadMap } from '@amber-needle/core/road';
import { duration } from '@/words/numbers';
import { lambdaText } from '@/words/roadWords';

/** The map as a table: engine speeds down from the highest, openings across; rows and columns where nobody rode are left out. */
export interface MapView {
  readonly columns: readonly string[];
  readonly rows: readonly { readonly name: string; readonly cells: readonly (MapCell | undefined)[] }[];
  /** Time in each column, as a share of the most. */
  readonly spent: readonly { readonly name: string; readonly share: number; readonly text: string }[];
}

interface MapCell {
  readonly lambda: string;
  readonly time: string;
  /** -1 as rich as it gets here, 1 as lean: for the shade behind it. */
  readonly lean: number;
}

/** Less time in a cell than this says nothing, s. Ours. */
const LEAST_S = 0.5;
/** The shade is full this far from lambda 0.95. Ours. */
const SHADE = 0.15;

export function mapView({ cells, rpm, across, by }: RoadMap): MapView {
  const seen = cells.filter(({ seconds }) => seconds >= LEAST_S);
  const columns = [...new Set(seen.map(({ column }) => column))].sort((a, b) => a - b);
  const rows = [...new Set(seen.map(({ row }) => row))].sort((a, b) => b - a);
  const name = (column: number) =>
    by === 'nothing' ? 'all' : `${percentOf(across[column])}–${percentOf(Math.min(1, across[column + 1] ?? 1))}`;
  const spent = columns.map((column) => ({
    column,
    seconds: seen.reduce((sum, cell) => sum + (cell.column === column ? cell.seconds : 0), 0),
  }));
  const most = Math.max(1, ...spent.map(({ seconds }) => seconds));
  return {
    columns: columns.map(name),
    rows: rows.map((row) => ({
      name: `${rpm[row] ?? 0}`,
      cells: columns.map((column) => {
        const cell = seen.find((each) => each.row === row && each.column === column);
        return (
          cell && {
            lambda: lambdaText(cell.lambda),
            time: duration(cell.seconds),
            lean: Math.max(-1, Math.min(1, (cell.lambda - 0.95) / SHADE)),
          }
        );
      }),
    })),
    spent: spent.map(({ column, seconds }) => ({ name: name(column), share: seconds / most, text: duration(seconds) })),
  };
}

function percentOf(share: number | undefined): string {
  return String(Math.round(100 * (share ?? 0)));
}
