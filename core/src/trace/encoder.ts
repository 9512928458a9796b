import { writeMetadata } from './metadata';
import type { Trace } from './trace';

/** Writes a trace as text, LF line ends. Numbers are written so that reading them gives the same bits; NaN as an empty cell. */
export function encodeTrace({ meta, columns, rows }: Trace): string {
  const header = columns.map(({ name }) => name).join(',');
  const body = rows.map((row) => row.map((value) => (Number.isNaN(value) ? '' : String(value))).join(','));
  return `${[...writeMetadata(meta), header, ...body].join('\n')}\n`;
}
