import { setTimeout as pause } from 'node:timers/promises';

/** MariaDB: deadlock, lock wait timeout; Galera reports a failed certification as a deadlock too. */
const PASSING = new Set(['ER_LOCK_DEADLOCK', 'ER_LOCK_WAIT_TIMEOUT', 'ECONNRESET', 'PROTOCOL_CONNECTION_LOST']);
const TRIES = 4;

/** Runs idempotent work again when the database gave it up for a passing reason. */
export async function retried<T>(work: () => Promise<T>): Promise<T> {
  for (let attempt = 1; ; attempt += 1) {
    try {
      return await work();
    } catch (error) {
      if (attempt >= TRIES || !PASSING.has(codeOf(error))) throw error;
      await pause(20 * 2 ** attempt);
    }
  }
}

/** The driver's error code, or an empty text. */
export function codeOf(error: unknown): string {
  return error instanceof Error && 'code' in error && typeof error.code === 'string' ? error.code : '';
}
