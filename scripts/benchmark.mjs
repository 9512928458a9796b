import { spawnSync } from 'node:child_process';
import { cpus } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { prepareDatabase, startApp } from './app.mjs';
import { BROWSER_PACKAGES, DATABASE_PACKAGES, installPackages } from './machine.mjs';
import { startMariaDb } from './mariadb.mjs';
import { processGroup } from './processes.mjs';
import { buildApp, installModules, openLog, ROOT } from './project.mjs';

/** Measures what docs/performance.md reports and prints it as a table. Nothing here passes or fails. */
const group = processGroup();
const say = (line) => process.stderr.write(`${line}\n`);

function figures(script, ...args) {
  const { status, stdout, stderr } = spawnSync(join(ROOT, 'node_modules/.bin/tsx'), [script, ...args], {
    cwd: ROOT,
    encoding: 'utf8',
    env: { ...process.env, NODE_OPTIONS: '--expose-gc' },
  });
  if (status !== 0) throw new Error(stderr);
  return JSON.parse(stdout);
}

/** First-load JavaScript of a page: every script its HTML names, compressed, kB. */
async function firstLoadKb(app, path) {
  const html = await (await fetch(app + path)).text();
  const scripts = [...new Set([...html.matchAll(/<script[^>]+src="([^"]+)"/g)].map(([, src]) => src))];
  const sizes = await Promise.all(
    scripts.map(async (src) => gzipSync(Buffer.from(await (await fetch(app + src)).arrayBuffer())).length),
  );
  return sizes.reduce((a, b) => a + b, 0) / 1000;
}

try {
  await installPackages(group, [...DATABASE_PACKAGES, ...BROWSER_PACKAGES], say);
  await installModules(group, say);
  await buildApp(group, say);
  say('core');
  const core = figures('scripts/benchmark/core.ts');
  const databaseUrl = await startMariaDb(group, 'bench-db', { fresh: true });
  await prepareDatabase(group, databaseUrl, { demo: true });
  const app = await startApp(group, databaseUrl, { log: openLog('bench.log') });
  say('browser');
  const inWorker = figures('scripts/benchmark/worker.ts');
  const pixels = figures('scripts/benchmark/pixels.ts', app);
  const road = figures('scripts/benchmark/roadPicture.ts', app);
  const job = '/jobs/01900000-0000-7000-8000-0000000000b1';
  const routes = [
    ['/', 'Garage'],
    [job, 'Job'],
    [`${job}/bench`, 'Bench'],
  ];
  const sizes = await Promise.all(
    routes.map(
      async ([path, name]) =>
        `| first-load JavaScript, ${name}, gzip | ${(await firstLoadKb(app, path)).toFixed(0)} kB |`,
    ),
  );
  const rows = [
    `| heap after a simulated minute and hour of a rack of four | ${core.heapMb.minute.toFixed(1)} and ${core.heapMb.hour.toFixed(1)} MB |`,
    `| signal, work per second of live 2-channel 500 Hz data | ${core.signalMsPerSecond.toFixed(0)} ms |`,
    `| decoding alone, per second of it | ${core.decodeMsPerSecond.toFixed(1)} ms |`,
    `| one long reading (8 s of 2 channels at 500 Hz) | ${core.readingMs.toFixed(0)} ms |`,
    `| one suggestion for six throats after a reading, fold and suspicions included, in Node: median, p95 of ${core.adviceCount} | ${core.adviceMedianMs.toFixed(0)}, ${core.adviceP95Ms.toFixed(0)} ms |`,
    `| the same in the browser's worker | ${inWorker.adviceMedianMs.toFixed(0)}, ${inWorker.adviceP95Ms.toFixed(0)} ms |`,
    `| one update of the search for six throats and eight cylinders, there: weighing, with the choice of a test (median of 25) | ${inWorker.searchWeighMs.toFixed(0)}, ${inWorker.searchWithTestsMs.toFixed(0)} ms |`,
    `| POST of a sample to pixels, median of ${pixels.count} | ${pixels.medianMs} ms |`,
    `| POST of a sample to pixels, p95 | ${pixels.p95Ms} ms |`,
    `| a ride's log of ${road.rows} rows, read, judged and packed in the browser's worker | ${(road.readMs / 1000).toFixed(1)} s |`,
    `| two of them in one picture, from frame to frame (median): zooming, panning | ${road.zoomMs.toFixed(0)}, ${road.panMs.toFixed(0)} ms |`,
    ...sizes,
  ];
  const engines = Object.entries(core.engineMultiples).map(
    ([bank, multiple]) => `| ${bank} | ${multiple.toFixed(0)} | ${inWorker[bank].toFixed(0)} |`,
  );
  process.stdout.write(
    `Node ${process.version}, ${cpus().length} x ${cpus()[0].model}\n\n| figure | value |\n| --- | --- |\n${rows.join('\n')}\n\n| engine, multiple of real time | Node | browser's worker |\n| --- | --- | --- |\n${engines.join('\n')}\n`,
  );
} finally {
  await group.stop();
}
