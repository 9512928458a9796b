import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { prepareDatabase, startApp } from './app.mjs';
import { DATABASE_PACKAGES, installPackages } from './machine.mjs';
import { startMariaDb } from './mariadb.mjs';
import { processGroup } from './processes.mjs';
import { buildApp, installModules, openLog, ROOT } from './project.mjs';

/**
 * `npm run benchmark:scale`: the garage, its search, a job's page and its bench with many machines, and what imports and appends cost.
 * Prints a table for docs/performance.md; nothing here passes or fails. `--small` leaves the largest size out, `--large` the others.
 */
const SIZES = [
  { machines: 1000, jobs: 1000, eventsPerJob: 40 },
  { machines: 2000, jobs: 10_000, eventsPerJob: 40 },
  { machines: 5000, jobs: 100_000, eventsPerJob: 40 },
];
const ROUNDS = 60;
const group = processGroup();
const say = (line) => process.stderr.write(`${new Date().toISOString().slice(11, 19)} ${line}\n`);
const TSX = join(ROOT, 'node_modules/.bin/tsx');

function script(databaseUrl, ...args) {
  const { status, stdout, stderr } = spawnSync(TSX, args, {
    cwd: ROOT,
    encoding: 'utf8',
    env: { ...process.env, DATABASE_URL: databaseUrl },
  });
  if (status !== 0) throw new Error(stderr);
  return stdout;
}

async function timed(address, headers = {}) {
  const took = [];
  for (let i = 0; i < ROUNDS; i += 1) {
    const begun = performance.now();
    const response = await fetch(address, { headers });
    const body = await response.arrayBuffer();
    if (!response.ok) throw new Error(`${address}: ${response.status}`);
    took.push({ ms: performance.now() - begun, kB: body.byteLength / 1000 });
  }
  // The first of each kind warms up caches that a workshop's day has warm.
  const ms = took
    .slice(5)
    .map((each) => each.ms)
    .sort((a, b) => a - b);
  const at = (share) => ms[Math.floor(share * ms.length)].toFixed(0);
  return `${at(0.5)} / ${at(0.95)} ms, ${took[0].kB.toFixed(0)} kB`;
}

try {
  await installPackages(group, DATABASE_PACKAGES, say);
  await installModules(group, say);
  await buildApp(group, say);
  const sizes = process.argv.includes('--small')
    ? SIZES.slice(0, 2)
    : process.argv.includes('--large')
      ? SIZES.slice(2)
      : SIZES;
  const databaseUrl = await startMariaDb(group, 'scale-db', { fresh: true, say });
  const rows = [];
  let figures;
  for (const size of sizes) {
    const url = new URL(databaseUrl);
    url.pathname = `/needle_scale_${size.jobs}`;
    await prepareDatabase(group, url.href);
    say(`filling ${size.jobs} jobs`);
    const begun = performance.now();
    const { jobId, openId } = JSON.parse(script(url.href, 'scripts/scale/run.ts', JSON.stringify(size)));
    say(`filled in ${((performance.now() - begun) / 1000).toFixed(0)} s`);
    if (figures === undefined) figures = JSON.parse(script(url.href, 'scripts/benchmark/server.ts'));
    const own = processGroup();
    const app = await startApp(own, url.href, { log: openLog('scale.log') });
    const paths = {
      garage: '/',
      'a later page': '/?after=0~2020-01-15T00:00:00.000Z~01900000-0000-7000-8000-000000000000',
      'open ones': '/?show=open',
      'one bank': '/?bank=Rack+of+four',
      'search, an owner (many)': '/?q=quill',
      'search, a plate (one)': '/?q=IN+777',
      'search, a complaint (very many)': '/?q=shakes',
      'a job’s page': `/jobs/${jobId}`,
      'a bench': `/jobs/${openId}/bench`,
      ...(size === sizes[0] ? { 'the page of a job of 5,200 events': `/jobs/${figures.jobOf5000}` } : {}),
    };
    for (const [name, path] of Object.entries(paths))
      rows.push(`| ${size.machines} / ${size.jobs} | ${name} | ${await timed(app + path)} |`);
    await own.stop();
  }
  process.stdout.write(
    `${JSON.stringify(figures, null, 2)}\n\n| machines / jobs | page | median / p95, size |\n| --- | --- | --- |\n${rows.join('\n')}\n`,
  );
} finally {
  await group.stop();
}
