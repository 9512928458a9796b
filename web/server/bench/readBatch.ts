import { decodeTrace, samplesOf, type Trace, type TraceProblem } from '@amber-needle/core/trace';
import type { SentBatch } from './hub';

/** A batch as it can be used, with what was passed over; or the line and the reason why it cannot. */
export type ReadBatch =
  | { readonly batch: SentBatch; readonly rows: number; readonly problems: readonly TraceProblem[] }
  | { readonly batch?: undefined; readonly reason: string; readonly problems: readonly TraceProblem[] };

/** Reads one batch of a live trace: a small trace of its own, metadata and header included. */
export function readBatch(text: string): ReadBatch {
  const { trace, problems } = decodeTrace(text);
  const fatal = problems.find((problem) => problem.fatal);
  if (fatal !== undefined) return { reason: `Line ${fatal.line}: ${fatal.reason}`, problems };
  const { meta, columns, rows } = trace;
  const channels = columns.filter(({ kind }) => kind === 'pressure').length;
  return { batch: { meta, text, channels, rateHz: rateOf(trace) }, rows: rows.length, problems };
}

function rateOf(trace: Trace): number | undefined {
  const { times } = samplesOf(trace);
  const span = (times.at(-1) ?? 0) - (times[0] ?? 0);
  return span > 0 ? (times.length - 1) / span : undefined;
}
