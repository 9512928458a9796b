import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { BROWSER_PACKAGES, DATABASE_PACKAGES, installPackages } from './machine.mjs';
import { processGroup } from './processes.mjs';
import { buildApp, DATA, installModules, ROOT } from './project.mjs';

/**
 * `npm run test:deep [part ...]`: what is too long for `npm test`. Parts that have passed on this code are not run again (`--again` does);
 * a suite that was cut short goes on where it was. The kills took 15.5 minutes, and 20.5 on a busy machine.
 */
const PARTS = {
  specs: 'whole jobs through the screen, many tabs, files of many megabytes',
  simulations: 'whole jobs and the engine, on every bank and many seeds',
  fuzz: 'fifty thousand mutated documents on every route',
  kills: 'app, database, stand-in and start command killed twenty times each while people write',
  starts: 'a first start cut short twenty times, and folders with blanks in their names',
  stops: 'Ctrl-C in each phase, once and twice',
  galera:
    'two nodes of a Galera cluster, an app on each, four people at one job (needs root, for the cluster’s library)',
  disk: 'a full disk (needs root, for a small file system of its own)',
};
const asked = process.argv.slice(2).filter((arg) => arg in PARTS);
const again = process.argv.includes('--again');
const group = processGroup();
const say = (line) => process.stdout.write(`${line}\n`);
const results = join(DATA, 'deep');

async function run(part) {
  const file = join(results, `${part}.json`);
  const code = readFileSync(join(DATA, 'build.stamp'), 'utf8');
  if (!again && existsSync(file)) {
    const before = JSON.parse(readFileSync(file, 'utf8'));
    if (before.code === code) return say(`${part}: passed before on this code: ${before.figures}`);
  }
  say(`${part}: ${PARTS[part]}`);
  const begun = Date.now();
  const child = spawn(process.execPath, ['--import', 'tsx', `e2e/deep/${part}.mjs`], {
    cwd: ROOT,
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  let output = '';
  child.stdout.setEncoding('utf8').on('data', (text) => {
    output += text;
    process.stdout.write(text);
  });
  const exit = await new Promise((resolve) => child.once('exit', resolve));
  if (exit !== 0) {
    process.exitCode = 1;
    return say(`${part}: FAILED`);
  }
  const figures = output.trim().split('\n').at(-1);
  writeFileSync(file, JSON.stringify({ code, figures, seconds: Math.round((Date.now() - begun) / 1000) }));
  say(`${part}: passed in ${Math.round((Date.now() - begun) / 1000)} s`);
}

try {
  mkdirSync(results, { recursive: true });
  await installPackages(group, [...DATABASE_PACKAGES, ...BROWSER_PACKAGES], say);
  await installModules(group, say);
  await buildApp(group, say);
  for (const part of asked.length > 0 ? asked : Object.keys(PARTS)) await run(part);
} finally {
  await group.stop();
}
