import pino from 'pino';
import { DatabaseError } from '../db/retry';

/** The server's log: one JSON line an event, on standard output; the start command keeps it in a file that only its owner can read. */
export const log = pino({ level: process.env.LOG_LEVEL ?? 'info', base: null });

/**
 * What may be written down of an error: what it is and where it came from. Its message may hold what people typed (a parser quotes its
 * input, a driver its values), so only our own, which hold none, are kept.
 */
export function loggable(error: unknown): object {
  if (error instanceof DatabaseError) return { type: 'DatabaseError', work: error.work, code: error.code };
  if (!(error instanceof Error)) return { type: typeof error };
  const frames = (error.stack ?? '').split('\n').filter((line) => /^\s+at /.test(line));
  return { type: error.name, frames: frames.slice(0, 12).map((line) => line.trim()) };
}
