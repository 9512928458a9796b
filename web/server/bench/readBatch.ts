import { createHash } from 'node:crypto';
import { decodeTrace, describeTable, samplesOf, type Trace, type TraceProblem } from '@amber-needle/core/trace';
import type { SentBatch } from './hub';

/** A batch as it can be used, with what was passed over; or the line and the reason why it cannot. */
export type ReadBatch =
  | { readonly batch: SentBatch; readonly rows: number; readonly problems: readonly TraceProblem[] }
  | { readonly batch?: undefined; readonly reason: string; readonly problems: readonly TraceProblem[] };

/**
 * Reads one batch of a live trace: a small trace of its own, metadata and header included. A table whose columns have names of their own is
 * passed on as it came: a bench asks once what they are.
 */
export function readBatch(text: string): ReadBatch {
  const { trace, problems } = decodeTrace(text);
  const fatal = problems.find((problem) => problem.fatal);
  if (fatal !== undefined) return readForeign(text) ?? { reason: `Line ${fatal.line}: ${fatal.reason}`, problems };
  const { meta, columns, rows } = trace;
  const channels = columns.filter(({ kind }) => kind === 'pressure').length;
  return { batch: { meta, text, channels, rateHz: rateOf(trace) }, rows: rows.length, problems };
}

function readForeign(text: string): ReadBatch | undefined {
  // What begins with metadata means to be a trace, and is told what is wrong with it.
  if (text.startsWith('#')) return undefined;
  const proposal = describeTable(text);
  if (proposal === undefined || proposal.description.heading === '') return undefined;
  const { heading, columns } = proposal.description;
  const stream = `table-${createHash('sha256').update(heading).digest('hex').slice(0, 12)}`;
  const channels = columns.filter(({ is }) => is === 'pressure').length;
  const meta = { stream, source: 'A gauge with columns of its own' };
  const rows = text.trim().split(/\r\n|\n|\r/).length - (proposal.description.unitsRow ? 2 : 1);
  return { batch: { meta, text, channels, rateHz: undefined }, rows, problems: [] };
}

function rateOf(trace: Trace): number | undefined {
  const { times } = samplesOf(trace);
  const span = (times.at(-1) ?? 0) - (times[0] ?? 0);
  return span > 0 ? (times.length - 1) / span : undefined;
}
