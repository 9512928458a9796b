import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { DATA } from './project.mjs';

/**
 * Claims this checkout for one demo, or one test run: two of a kind would fight over one database. Another checkout has its own.
 * @throws Error naming the process that holds it.
 */
export function claimCheckout(kind) {
  mkdirSync(DATA, { recursive: true });
  const file = join(DATA, `${kind}.pid`);
  const other = existsSync(file) ? Number(readFileSync(file, 'utf8')) : 0;
  if (other > 0 && isAlive(other)) {
    throw new Error(
      `A ${kind} runs in this checkout already, as process ${other}. Stop it with Ctrl-C there, or: kill ${other}`,
    );
  }
  writeFileSync(file, String(process.pid));
  process.on('exit', () => rmSync(file, { force: true }));
}

function isAlive(pid) {
  try {
    process.kill(pid, 0);
    return true;
  } catch {
    return false;
  }
}
