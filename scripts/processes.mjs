import { spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { setTimeout as pause } from 'node:timers/promises';
import { ROOT } from './project.mjs';

/** A TCP port on loopback that nothing listens on now. */
export function freePort() {
  return new Promise((resolve, reject) => {
    const probe = createServer();
    probe.once('error', reject);
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address();
      probe.close(() => resolve(port));
    });
  });
}

const stops = [];

/** Stops every group when this process is told to end, the newest group first; listens once however many groups there are. */
function stopAtExit(stop) {
  stops.push(stop);
  if (stops.length > 1) return;
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) {
    process.once(signal, async () => {
      for (const each of stops.reverse()) await each();
      process.exit(signal === 'SIGINT' ? 130 : 143);
    });
  }
}

/** Processes that live as long as this one: started here, stopped here, in reverse order. */
export function processGroup() {
  const started = [];
  let stopping;

  /** Stops everything, once: whoever asks again waits for the same end. */
  function stop() {
    stopping ??= stopAll();
    return stopping;
  }

  async function stopAll() {
    for (const { child, exited } of started.reverse()) {
      if (child.exitCode !== null || child.signalCode !== null) continue;
      child.kill('SIGTERM');
      const patience = pause(8000, 'late', { ref: false });
      if ((await Promise.race([exited, patience])) === 'late') child.kill('SIGKILL');
    }
  }

  /** Starts a process; `onLost` hears of it when it ends before it was stopped. */
  function start(name, command, args, { env = {}, log, onLost } = {}) {
    const child = spawn(command, args, {
      cwd: ROOT,
      env: { ...process.env, ...env },
      stdio: ['ignore', log ?? 'ignore', log ?? 'ignore'],
      // Its own group: Ctrl-C reaches this process alone, which then stops the others in order.
      detached: true,
    });
    const exited = new Promise((resolve) => child.once('exit', resolve));
    exited.then((code) => {
      if (stopping === undefined) onLost?.(`${name} ended (${code ?? child.signalCode})`);
    });
    child.once('error', (error) => onLost?.(`${name} could not start: ${error.message}`));
    started.push({ child, exited });
    return child;
  }

  /** Runs a command in the foreground to its end; true when it succeeded. It is stopped with the group. */
  function run(command, args, env = {}) {
    const child = spawn(command, args, {
      cwd: ROOT,
      stdio: ['ignore', 'inherit', 'inherit'],
      env: { ...process.env, ...env },
    });
    const exited = new Promise((resolve) => child.once('exit', resolve));
    started.push({ child, exited });
    return exited.then((code) => code === 0);
  }

  stopAtExit(stop);
  return { start, run, stop };
}

/** Waits until `ready` answers true. @throws Error after `patienceMs`. */
export async function waitFor(what, ready, patienceMs = 60_000) {
  const until = Date.now() + patienceMs;
  while (Date.now() < until) {
    if (await ready().catch(() => false)) return;
    await pause(100);
  }
  throw new Error(`${what} did not come up within ${patienceMs / 1000} s`);
}

/** True once something answers HTTP at the address. */
export async function answers(url) {
  const response = await fetch(url, { signal: AbortSignal.timeout(5000) });
  await response.body?.cancel();
  return response.status < 500;
}
