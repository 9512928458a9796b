import { at } from '../basics';
import { type Separator, separatorOf, splitCells } from './cells';

/** Where a table of figures begins, and what stands above it. */
export interface TableHead {
  readonly separator: Separator;
  /** The heading as it stands, and cell by cell; empty and undefined where figures begin at once. */
  readonly heading: string;
  readonly names: readonly string[] | undefined;
  /** The row of units between heading and figures, where there is one. */
  readonly units: readonly string[] | undefined;
  /** Rows of figures, cell by cell, the first as wide as the heading. */
  readonly rows: readonly (readonly string[])[];
}

/** How a kind of table is told: which cells are figures, and which are units. */
export interface TableMarks {
  isFigure(cell: string, separator: Separator): boolean;
  isUnit(cell: string): boolean;
}

/** Finds where figures begin in the first lines of a text; undefined where nothing looks like a table of them. Blank lines and those with `#` are passed over. */
export function tableHeadOf(text: string, most: number, { isFigure, isUnit }: TableMarks): TableHead | undefined {
  const lines = text
    .replace(/^\uFEFF/, '')
    .split(/\r\n|\n|\r/)
    .slice(0, most)
    .filter((line) => line.trim() !== '' && !line.startsWith('#'));
  const looksLikeFigures = (line: string) => {
    const separator = separatorOf(line);
    const cells = splitCells(line, separator);
    const figures = cells.filter((cell) => isFigure(cell, separator));
    return figures.length >= 2 && figures.length > cells.filter((cell) => cell.trim() !== '').length / 2;
  };
  const first = lines.findIndex(looksLikeFigures);
  if (first < 0) return undefined;
  const separator = separatorOf(at(lines, first));
  const rows = lines.slice(first).map((line) => splitCells(line, separator));
  const width = at(rows, 0).length;
  const above = lines
    .slice(Math.max(0, first - 2), first)
    .map((line) => ({ line, cells: splitCells(line, separator).map((cell) => cell.trim()) }))
    .filter(({ cells }) => cells.length === width);
  const last = above.at(-1);
  const hasUnits = above.length === 2 && last?.cells.some(isUnit) === true;
  const heading = hasUnits ? above.at(-2) : last;
  return {
    separator,
    heading: heading?.line ?? '',
    names: heading?.cells,
    units: hasUnits ? last?.cells : undefined,
    rows,
  };
}
