import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, afterEach, describe, expect, it, vi } from 'vitest';
import { freePort, processGroup, waitFor } from './processes.mjs';
import { beginOf, forgetProcess, notedProcess, rememberProcess } from './survivors.mjs';

const folder = mkdtempSync(join(tmpdir(), 'needle-processes-'));
const groups: { stop(): Promise<void> }[] = [];
const groupOf = () => {
  const group = processGroup();
  groups.push(group);
  return group;
};
afterEach(async () => {
  for (const group of groups.splice(0)) await group.stop();
});
afterAll(() => rmSync(folder, { recursive: true }));

const SLEEPER = ['-e', 'setInterval(() => {}, 1000)'];
const STUBBORN = ['-e', "process.on('SIGTERM', () => {}); setInterval(() => {}, 1000)"];
const isAlive = (pid: number) => beginOf(pid) !== undefined;

/** The number of a member's process as it is now. */
function pidOf({ child }: { readonly child: { readonly pid?: number | undefined } | undefined }): number {
  if (child?.pid === undefined) throw new Error('it does not run');
  return child.pid;
}

describe('processes of a start command', () => {
  it('are started again when they die, with a pause that is said', async () => {
    const group = groupOf();
    const lost: string[] = [];
    const member = group.start('The sleeper', process.execPath, SLEEPER, {
      again: true,
      onLost: (what: string) => lost.push(what),
    });
    const first = pidOf(member);
    process.kill(first, 'SIGKILL');
    await waitFor('the second', async () => pidOf(member) !== first && isAlive(pidOf(member)));
    expect(lost).toEqual(['The sleeper ended (SIGKILL); starting it again in 0.5 s']);
  });

  it('are gone after a stop, stubborn ones too, and none is started again', async () => {
    const group = groupOf();
    const members = [SLEEPER, STUBBORN].map((args) => group.start('x', process.execPath, args, { again: true }));
    await waitFor('both', async () => members.every((member) => isAlive(pidOf(member))));
    const pids = members.map(pidOf);
    await group.stop();
    expect(pids.filter(isAlive)).toEqual([]);
  });

  it('that run to their end are told by their output when they fail, and end with the group', async () => {
    const group = groupOf();
    expect(await group.quietly(process.execPath, ['-e', 'console.log("done")'])).toBe('done\n');
    await expect(group.quietly(process.execPath, ['-e', 'console.error("because"); process.exit(3)'])).rejects.toThrow(
      /because/,
    );
    await expect(group.quietly('no-such-program', [])).rejects.toThrow(/no-such-program failed/);
    const running = expect(group.quietly(process.execPath, SLEEPER)).rejects.toThrow(/failed/);
    await group.stop();
    await running;
  });

  it('get ports that nobody listens on', async () => {
    const ports = await Promise.all([freePort(), freePort(), freePort()]);
    for (const port of ports) expect(port).toBeGreaterThan(1023);
  });
});

describe('a noted process', () => {
  const file = join(folder, 'noted.pid');

  it('is known while it runs, and no longer', async () => {
    const child = spawn(process.execPath, SLEEPER);
    if (child.pid === undefined) throw new Error('it was started');
    rememberProcess(file, child.pid);
    expect(notedProcess(file)).toBe(child.pid);
    const gone = new Promise((resolve) => child.once('exit', resolve));
    child.kill('SIGKILL');
    await gone;
    expect(notedProcess(file)).toBeUndefined();
    forgetProcess(file);
    expect(existsSync(file)).toBe(false);
  });

  it('is not a foreign one that has got its number, nor what an older version or nobody wrote', () => {
    rememberProcess(file, process.pid);
    const noted = JSON.parse(readFileSync(file, 'utf8'));
    expect(notedProcess(file)).toBe(process.pid);
    for (const wrong of [
      { ...noted, began: '1' },
      { pid: process.pid },
      process.pid,
      { pid: 1, began: beginOf(1) },
      'x',
    ])
      expect([wrong, writeAndRead(wrong)]).toEqual([wrong, undefined]);
    function writeAndRead(value: unknown) {
      writeFileSync(file, JSON.stringify(value));
      return notedProcess(file);
    }
  });
});

describe('waiting', () => {
  it('ends with what did not come', async () => {
    vi.useFakeTimers();
    const waiting = expect(waitFor('The moon', async () => false, 10)).rejects.toThrow(
      'The moon did not come up within 0.01 s',
    );
    await vi.advanceTimersByTimeAsync(500);
    vi.useRealTimers();
    await waiting;
  });
});
