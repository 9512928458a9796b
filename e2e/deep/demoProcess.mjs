import { spawn } from 'node:child_process';
import { copyFileSync, mkdirSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { DATA, ROOT } from '../../scripts/project.mjs';
import { beginOf } from '../../scripts/survivors.mjs';

/** A data folder of its own for a demo that is treated badly; modules and build are known to be there. */
export function dataFolder(name, { fresh = true } = {}) {
  const folder = join(DATA, 'deep', name);
  if (fresh) rmSync(folder, { recursive: true, force: true });
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  for (const stamp of ['modules.stamp', 'build.stamp']) copyFileSync(join(DATA, stamp), join(folder, stamp));
  return folder;
}

/** Starts the demo in a data folder. `ready` resolves with its address, or rejects when it ends before. */
export function startDemo(folder, root = ROOT) {
  const child = spawn(process.execPath, [join(root, 'scripts/demo.mjs')], {
    cwd: root,
    env: { ...process.env, AMBER_NEEDLE_DATA: folder, DATABASE_URL: undefined },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let output = '';
  const ready = new Promise((resolve, reject) => {
    const hear = (text) => {
      output += text;
      const [, address] = /Amber Needle is at (\S+)/.exec(output) ?? [];
      if (address !== undefined) resolve(address);
    };
    child.stdout.setEncoding('utf8').on('data', hear);
    child.stderr.setEncoding('utf8').on('data', hear);
    child.once('exit', (code, signal) => reject(new Error(`the demo ended (${code ?? signal}):\n${output}`)));
  });
  ready.catch(() => {});
  // A test that fails leaves no demo behind.
  process.once('exit', () => child.kill('SIGINT'));
  const exited = new Promise((resolve) => child.once('exit', resolve));
  return { child, ready, exited, output: () => output };
}

/** The process of a running demo's part, by its own note. */
export function processOf(folder, name) {
  const file = join(folder, 'run', `demo-${name}.pid`);
  try {
    const { pid, began } = JSON.parse(readFileSync(file, 'utf8'));
    return beginOf(pid) === began ? pid : undefined;
  } catch {
    // Its supervisor takes the note away, or writes it, at any moment.
    return undefined;
  }
}

/** Numbers of all processes that a demo in this folder has left running. */
export function leftRunning(folder) {
  return readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name))
    .filter((pid) => {
      try {
        const command = readFileSync(`/proc/${pid}/cmdline`, 'utf8');
        const environment = readFileSync(`/proc/${pid}/environ`, 'utf8');
        return (
          beginOf(pid) !== undefined &&
          (command.includes(folder) || environment.includes(`AMBER_NEEDLE_DATA=${folder}`))
        );
      } catch {
        return false;
      }
    });
}

export async function until(what, holds, patienceMs = 60_000) {
  for (const end = Date.now() + patienceMs; Date.now() < end; await pause(50))
    if (await Promise.resolve(holds()).catch(() => false)) return;
  throw new Error(`${what} did not come within ${patienceMs / 1000} s`);
}

export async function isWell(address) {
  const response = await fetch(`${address}/api/health`, { signal: AbortSignal.timeout(2000) });
  return response.ok;
}

export function seeded(seed) {
  let state = seed;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
}
