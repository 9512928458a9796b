import { splitCells } from './cells';
import type { Header } from './header';
import type { TraceProblem } from './trace';

export type ReadRow =
  | { readonly outcome: 'row'; readonly row: readonly number[]; readonly time: number }
  | { readonly outcome: 'problem'; readonly kind: TraceProblem['kind']; readonly reason: string };

/** Reads one row by its header: the cells of columns that are understood, in their order. NaN where a cell is empty. */
export function readRow({ cells }: Header, text: string): ReadRow {
  const texts = splitCells(text);
  if (texts.length !== cells.length) {
    const reason = `The row has ${texts.length} cells, the header ${cells.length}; it is passed over.`;
    return { outcome: 'problem', kind: 'raggedRow', reason };
  }
  const row: number[] = [];
  let time = Number.NaN;
  for (const [i, column] of cells.entries()) {
    if (column === undefined) continue;
    const value = readNumber(texts[i] ?? '');
    if (value === undefined || (column.kind === 'time' && Number.isNaN(value))) {
      const shown = (texts[i] ?? '').slice(0, 40);
      return {
        outcome: 'problem',
        kind: 'badNumber',
        reason: `"${shown}" in column ${column.name} is not a number; the row is passed over.`,
      };
    }
    if (column.kind === 'time') time = value;
    row.push(value);
  }
  return { outcome: 'row', row, time };
}

/** A cell's number; NaN for an empty cell, undefined for anything else. */
function readNumber(text: string): number | undefined {
  const trimmed = text.trim();
  if (trimmed === '' || trimmed.toLowerCase() === 'nan') return Number.NaN;
  if (!/^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i.test(trimmed)) return undefined;
  const value = Number(trimmed);
  return Number.isFinite(value) ? value : undefined;
}
