import { setTimeout as pause } from 'node:timers/promises';
import { dataFolder, leftRunning, startDemo, until } from './demoProcess.mjs';

/** How long Ctrl-C takes in each phase of a start and with a bench open, and that nothing is left running. */
const PHASES = [
  {
    name: 'making the database',
    at: (demo) => until('it', () => demo.output().includes('starting MariaDB')),
    fresh: true,
  },
  {
    name: 'bringing it up to date',
    at: (demo) => until('it', () => demo.output().includes('up to date')),
    fresh: true,
  },
  {
    name: 'starting the app',
    at: (demo) => until('it', () => demo.output().includes('starting the app')),
    fresh: false,
  },
  { name: 'ready, a bench open', at: (demo) => demo.ready, bench: true, fresh: false },
  { name: 'ready, a bench open, told twice', at: (demo) => demo.ready, bench: true, twice: true, fresh: false },
];
const figures = [];
for (const { name, at, bench, twice, fresh } of PHASES) {
  const folder = dataFolder('stops', { fresh });
  const demo = startDemo(folder);
  await at(demo);
  await pause(300);
  if (bench) {
    const address = await demo.ready;
    // A page that watches keeps its line open, and asks now and then.
    for (let i = 0; i < 3; i += 1) {
      const stream = await fetch(`${address}/api/bench/main/live`);
      stream.body.getReader().read();
    }
  }
  const begun = Date.now();
  demo.child.kill('SIGINT');
  if (twice) {
    await pause(50);
    demo.child.kill('SIGINT');
  }
  await demo.exited;
  const ms = Date.now() - begun;
  const left = leftRunning(folder);
  if (left.length > 0) throw new Error(`${name}: left running: ${left.join(', ')}`);
  if (ms > 2000) process.exitCode = 1;
  figures.push(`${name} ${(ms / 1000).toFixed(1)} s`);
  process.stdout.write(`${figures.at(-1)}\n`);
}
process.stdout.write(`Ctrl-C: ${figures.join(', ')}\n`);
process.exit();
