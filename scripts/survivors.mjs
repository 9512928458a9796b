import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { DATA } from './project.mjs';

/** Where a running start command notes its children, so that the next one finds those that outlived it. */
const RUN = join(DATA, 'run');
const PATIENCE_MS = 15_000;

/** A file that names one process of ours. */
export function pidFile(kind, name) {
  return join(RUN, `${kind}-${name}.pid`);
}

/** Notes a process: its number and when it began, for numbers are given out again. */
export function rememberProcess(file, pid) {
  mkdirSync(RUN, { recursive: true, mode: 0o700 });
  writeFileSync(file, JSON.stringify({ pid, began: beginOf(pid) }), { mode: 0o600 });
}

export function forgetProcess(file) {
  rmSync(file, { force: true });
}

/** The process that a file names, if it is still the one that was noted; undefined for a stale or foreign number. */
export function notedProcess(file) {
  if (!existsSync(file)) return undefined;
  try {
    const { pid, began } = JSON.parse(readFileSync(file, 'utf8'));
    return Number.isInteger(pid) && pid > 1 && began !== undefined && beginOf(pid) === began ? pid : undefined;
  } catch {
    return undefined;
  }
}

/** Ends what a start command of this kind left running when it was killed itself, the youngest first. */
export async function endSurvivors(kind, say) {
  if (!existsSync(RUN)) return;
  const files = readdirSync(RUN).filter((file) => file.startsWith(`${kind}-`) && file.endsWith('.pid'));
  for (const file of files.reverse()) {
    const path = join(RUN, file);
    const pid = notedProcess(path);
    if (pid !== undefined) {
      say(`ending ${file.slice(kind.length + 1, -4)}, which an earlier ${kind} left running (process ${pid})`);
      await end(pid);
    }
    forgetProcess(path);
  }
}

async function end(pid) {
  const began = beginOf(pid);
  signal(pid, 'SIGTERM');
  for (const until = Date.now() + PATIENCE_MS; Date.now() < until && beginOf(pid) === began; ) await pause(50);
  if (beginOf(pid) === began) signal(pid, 'SIGKILL');
  while (beginOf(pid) === began) await pause(20);
}

function signal(pid, name) {
  try {
    process.kill(pid, name);
  } catch {
    // It has ended meanwhile.
  }
}

/** When a process began, in clock ticks since the machine did (proc(5), stat, field 22); undefined when there is none, or it is a husk. */
export function beginOf(pid) {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
    const fields = stat.slice(stat.lastIndexOf(')') + 2).split(' ');
    return fields[0] === 'Z' ? undefined : fields[19];
  } catch {
    return undefined;
  }
}
