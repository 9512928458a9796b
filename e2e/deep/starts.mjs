import { cpSync, mkdirSync, rmSync, symlinkSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { DATA, ROOT } from '../../scripts/project.mjs';
import { dataFolder, leftRunning, seeded, startDemo } from './demoProcess.mjs';

/** Cuts a first start short at any moment; the next one must come up with the whole demo workshop in it. */
const CUTS = 20;
const random = seeded(7);

async function isWhole(address) {
  const page = await (await fetch(address)).text();
  return [
    'Harrow 750 twin',
    'Fenwick 650 triple',
    'Marl parallel twin',
    'Shakes at idle',
    'Check after',
    'hunts',
    'Pulls to one',
  ].every((name) => page.includes(name));
}

async function stop(demo, folder) {
  demo.child.kill('SIGINT');
  await demo.exited;
  const left = leftRunning(folder);
  if (left.length > 0) throw new Error(`left running: ${left.join(', ')}`);
}

for (let i = 0; i < CUTS; i += 1) {
  const folder = dataFolder('starts');
  const first = startDemo(folder);
  const cutMs = 100 + random() * 9000;
  await pause(cutMs);
  first.child.kill('SIGKILL');
  await first.exited;
  const second = startDemo(folder);
  const address = await second.ready;
  if (!(await isWhole(address))) throw new Error(`after a cut at ${cutMs.toFixed(0)} ms the workshop is not whole`);
  await stop(second, folder);
  process.stdout.write(`cut after ${(cutMs / 1000).toFixed(1)} s: came up whole\n`);
}

// A checkout whose folder's name has blanks in it, and quotes.
const spaced = join(DATA, 'deep', "with blanks and 'quotes'");
rmSync(spaced, { recursive: true, force: true });
mkdirSync(spaced, { recursive: true });
for (const part of ['scripts', 'core', 'standin', 'package.json', 'package-lock.json', 'tsconfig.base.json'])
  cpSync(join(ROOT, part), join(spaced, part), { recursive: true });
for (const part of ['node_modules', 'web']) symlinkSync(join(ROOT, part), join(spaced, part));
const folder = join(spaced, '.data');
mkdirSync(folder);
for (const stamp of ['modules.stamp', 'build.stamp']) cpSync(join(DATA, stamp), join(folder, stamp));
const demo = startDemo(folder, spaced);
if (!(await isWhole(await demo.ready))) throw new Error('not whole in a folder with blanks');
await stop(demo, folder);
process.stdout.write(
  `${CUTS} first starts cut short: all came up whole the next time; a folder with blanks works as ${process.getuid() === 0 ? 'root' : 'a user'}\n`,
);
process.exit(0);
