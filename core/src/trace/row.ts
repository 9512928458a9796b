import { type Separator, splitCells } from './cells';
import type { Header } from './header';
import type { TraceProblem } from './trace';

export type ReadRow =
  | { readonly outcome: 'row'; readonly row: readonly number[]; readonly time: number }
  | { readonly outcome: 'problem'; readonly kind: TraceProblem['kind']; readonly reason: string };

/** No gauge shows more, in any unit; and no clock, in seconds or milliseconds since 1970. Ours. */
const LARGEST = 1e9;
const LATEST = 1e13;

/** Reads one row by its header: the cells of columns that are understood, in their order. NaN where a cell is empty. */
export function readRow({ separator, cells }: Header, text: string): ReadRow {
  const texts = splitCells(text, separator);
  if (texts.length !== cells.length) {
    const reason = `The row has ${texts.length} cells, the header ${cells.length}; it is passed over.`;
    return { outcome: 'problem', kind: 'raggedRow', reason };
  }
  const row: number[] = [];
  let time = Number.NaN;
  for (const [i, column] of cells.entries()) {
    if (column === undefined) continue;
    const value = numberOf(texts[i] ?? '', separator);
    const isTime = column.kind === 'time';
    if (value === undefined || (isTime && Number.isNaN(value)))
      return unusable(texts[i], column.name, 'is not a number');
    if (Math.abs(value) > (isTime ? LATEST : LARGEST))
      return unusable(texts[i], column.name, 'is more than there can be');
    if (column.kind === 'time') time = value;
    row.push(value);
  }
  return { outcome: 'row', row, time };
}

function unusable(text: string | undefined, column: string, what: string): ReadRow {
  const shown = (text ?? '').slice(0, 40);
  return {
    outcome: 'problem',
    kind: 'badNumber',
    reason: `"${shown}" in column ${column} ${what}; the row is passed over.`,
  };
}

/** A cell's number; NaN for an empty cell, undefined for anything else. The comma is a decimal sign where it separates nothing. */
export function numberOf(text: string, separator: Separator): number | undefined {
  const typed = text.trim();
  const trimmed = separator === ',' ? typed : typed.replace(',', '.');
  if (trimmed === '' || trimmed.toLowerCase() === 'nan') return Number.NaN;
  if (!/^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i.test(trimmed)) return undefined;
  const value = Number(trimmed);
  return Number.isFinite(value) ? value : undefined;
}
