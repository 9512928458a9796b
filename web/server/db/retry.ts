import { setTimeout as pause } from 'node:timers/promises';

/** MariaDB: deadlock, lock wait timeout; Galera reports a failed certification as a deadlock too. */
const PASSING = new Set([
  'ER_LOCK_DEADLOCK',
  'ER_LOCK_WAIT_TIMEOUT',
  'ER_CHECKREAD',
  'ECONNRESET',
  'ECONNREFUSED',
  'EPIPE',
  'PROTOCOL_CONNECTION_LOST',
  'ER_SERVER_SHUTDOWN',
]);
const FULL = new Set(['ER_DISK_FULL', 'ER_RECORD_FILE_FULL', 'ER_ERROR_ON_WRITE', 'ER_OUT_OF_RESOURCES']);
const TRIES = 4;

/**
 * What the database could not do. Names the work and the driver's code, never a value that was bound: those are people's data and
 * would stand in logs.
 */
export class DatabaseError extends Error {
  constructor(
    readonly work: string,
    readonly code: string,
  ) {
    super(`The database could not ${work}${code === '' ? '' : ` (${code})`}.`);
  }

  /** There is no room left on the disk. */
  get isFull(): boolean {
    return FULL.has(this.code);
  }

  /** The database is away, or took too long. */
  get isAway(): boolean {
    return PASSING.has(this.code) || this.code === 'ER_STATEMENT_TIMEOUT' || this.code === 'KnexTimeoutError';
  }
}

/** Runs work on the database. @throws DatabaseError with what was to be done, in a few words. */
export async function asked<T>(work: string, run: () => Promise<T>): Promise<T> {
  try {
    return await run();
  } catch (error) {
    if (error instanceof DatabaseError || codeOf(error) === '') throw error;
    throw new DatabaseError(work, codeOf(error));
  }
}

/** The same for work that may be done twice: run again when the database gave it up for a passing reason. */
export async function retried<T>(work: string, run: () => Promise<T>): Promise<T> {
  for (let attempt = 1; ; attempt += 1) {
    try {
      return await run();
    } catch (error) {
      const code = codeOf(error);
      if (attempt < TRIES && PASSING.has(code)) await pause(20 * 2 ** attempt);
      else if (code === '' || error instanceof DatabaseError) throw error;
      else throw new DatabaseError(work, code);
    }
  }
}

/** The driver's error code, or an empty text. */
export function codeOf(error: unknown): string {
  if (!(error instanceof Error)) return '';
  if (error.name === 'KnexTimeoutError') return error.name;
  return 'code' in error && typeof error.code === 'string' ? error.code : '';
}
