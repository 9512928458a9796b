import { spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { setTimeout as pause } from 'node:timers/promises';
import { ROOT } from './project.mjs';
import { forgetProcess, rememberProcess } from './survivors.mjs';

/** A process that is asked to end has this long, then it is killed; a database may need longer to close its files. */
const PATIENCE_MS = 500;
/** Pauses before something that died is started again, ms; the last one stays. */
const BACK_OFF_MS = [500, 1000, 2000, 5000, 10_000, 30_000];
/** Who has run this long begins with the first pause again. */
const WELL_MS = 5000;

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

const groups = [];

/**
 * Stops every group when this process is told to end, the newest group first; listens once however many groups there are. Told again,
 * it kills what is left and goes at once.
 */
function stopAtExit(group) {
  groups.push(group);
  if (groups.length > 1) return;
  let told = false;
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) {
    process.on(signal, async () => {
      const code = signal === 'SIGINT' ? 130 : 143;
      if (told) {
        for (const each of groups) each.kill();
        process.exit(code);
      }
      told = true;
      for (const each of [...groups].reverse()) await each.stop();
      process.exit(code);
    });
  }
}

/** Processes that live as long as this one: started here, stopped here, in reverse order. */
export function processGroup() {
  /** Everything that was started and not ended for good. */
  const members = [];
  let stopping;

  /** Stops everything, once: whoever asks again waits for the same end. */
  function stop() {
    stopping ??= stopAll();
    return stopping;
  }

  async function stopAll() {
    for (const member of [...members].reverse()) {
      clearTimeout(member.timer);
      const { child, exited, patienceMs } = member;
      if (hasEnded(child)) continue;
      child.kill('SIGTERM');
      const late = pause(patienceMs, 'late', { ref: false });
      if ((await Promise.race([exited, late])) === 'late') {
        child.kill('SIGKILL');
        await exited;
      }
    }
  }

  /** Ends everything at once, without asking. */
  function kill() {
    for (const { child, timer } of members) {
      clearTimeout(timer);
      if (!hasEnded(child)) child.kill('SIGKILL');
    }
  }

  /**
   * Starts a process. One that ends by itself is started again after a while, longer each time, where `again` says so; `onLost` hears of
   * every end, and of the pause before the next start.
   */
  function start(name, command, args, options = {}) {
    const { env = {}, log, onLost, again = false, patienceMs = PATIENCE_MS, pidFile } = options;
    const member = { name, patienceMs, child: undefined, exited: undefined, timer: undefined };
    let failures = 0;
    const launch = () => {
      const begun = Date.now();
      const child = spawn(command, args, {
        cwd: ROOT,
        env: { ...process.env, ...env },
        stdio: ['ignore', log ?? 'ignore', log ?? 'ignore'],
        // Its own group: Ctrl-C reaches this process alone, which then stops the others in order.
        detached: true,
      });
      member.child = child;
      member.exited = new Promise((resolve) => {
        child.once('exit', resolve);
        child.once('error', resolve);
      });
      if (pidFile !== undefined && child.pid !== undefined) rememberProcess(pidFile, child.pid);
      member.exited.then(() => {
        if (pidFile !== undefined) forgetProcess(pidFile);
        if (stopping !== undefined) return;
        if (Date.now() - begun > WELL_MS) failures = 0;
        const waitMs = BACK_OFF_MS[Math.min(failures, BACK_OFF_MS.length - 1)];
        failures += 1;
        const how = child.signalCode ?? child.exitCode ?? 'it could not start';
        onLost?.(`${name} ended (${how})${again ? `; starting it again in ${waitMs / 1000} s` : ''}`);
        if (again) member.timer = setTimeout(launch, waitMs);
      });
    };
    launch();
    members.push(member);
    return member;
  }

  /** Runs a command in the foreground to its end; true when it succeeded. It is stopped with the group. */
  async function run(command, args, env = {}) {
    const child = spawn(command, args, {
      cwd: ROOT,
      stdio: ['ignore', 'inherit', 'inherit'],
      env: { ...process.env, ...env },
    });
    const exited = new Promise((resolve) => child.once('exit', resolve));
    members.push({ name: command, child, exited, timer: undefined, patienceMs: PATIENCE_MS });
    return (await exited) === 0;
  }

  /** Runs a command to its end, quietly; its output is shown only when it fails. It is stopped with the group. @throws Error with the output. */
  async function quietly(command, args, { env = {}, input, pidFile } = {}) {
    const child = spawn(command, args, { cwd: ROOT, env: { ...process.env, ...env }, stdio: ['pipe', 'pipe', 'pipe'] });
    const exited = new Promise((resolve) => {
      child.once('close', resolve);
      child.once('error', resolve);
    });
    if (pidFile !== undefined && child.pid !== undefined) rememberProcess(pidFile, child.pid);
    members.push({ name: command, child, exited, timer: undefined, patienceMs: PATIENCE_MS });
    let output = '';
    let result = '';
    child.stdout.setEncoding('utf8').on('data', (text) => {
      result += text;
      output = (output + text).slice(-20_000);
    });
    child.stderr.setEncoding('utf8').on('data', (text) => {
      output = (output + text).slice(-20_000);
    });
    child.stdin.on('error', () => {});
    child.stdin.end(input ?? '');
    const code = await exited;
    if (pidFile !== undefined) forgetProcess(pidFile);
    if (code !== 0) throw new Error(`${command} failed:\n${output || code}`);
    return result;
  }

  const group = { start, run, quietly, stop, kill };
  stopAtExit(group);
  return group;
}

function hasEnded(child) {
  return child.exitCode !== null || child.signalCode !== null || child.pid === undefined;
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
