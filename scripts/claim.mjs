import { forgetProcess, notedProcess, pidFile, rememberProcess } from './survivors.mjs';

/**
 * Claims this checkout for one demo, or one test run: two of a kind would fight over one database. Another checkout has its own.
 * @throws Error naming the process that holds it.
 */
export function claimCheckout(kind) {
  const file = pidFile('claim', kind);
  const other = notedProcess(file);
  if (other !== undefined && other !== process.pid) {
    throw new Error(
      `A ${kind} runs in this checkout already, as process ${other}. Stop it with Ctrl-C there, or: kill ${other}`,
    );
  }
  rememberProcess(file, process.pid);
  process.on('exit', () => forgetProcess(file));
}
