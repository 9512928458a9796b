import { openSync } from 'node:fs';
import { join } from 'node:path';
import { prepareDatabase, startApp, startStandin } from './app.mjs';
import { claimCheckout } from './claim.mjs';
import { DATABASE_PACKAGES, installPackages } from './machine.mjs';
import { startMariaDb } from './mariadb.mjs';
import { processGroup } from './processes.mjs';
import { buildApp, DATA, installModules } from './project.mjs';

const dev = process.argv.includes('--dev');
const begun = Date.now();
const say = (line) => process.stdout.write(`[${((Date.now() - begun) / 1000).toFixed(1).padStart(6)} s] ${line}\n`);
const group = processGroup();

async function onLost(what) {
  process.stderr.write(`${what}. Its output is in ${DATA}. Stopping.\n`);
  await group.stop();
  process.exit(1);
}

try {
  claimCheckout('demo');
  const log = openSync(join(DATA, 'demo.log'), 'a');
  if (process.env.DATABASE_URL === undefined) installPackages(DATABASE_PACKAGES, say);
  installModules(say);
  if (!dev) buildApp(say);
  if (process.env.DATABASE_URL === undefined) say('starting MariaDB on 127.0.0.1');
  const databaseUrl = process.env.DATABASE_URL ?? (await startMariaDb(group, 'demo-db', { onLost }));
  say('bringing the database up to date');
  prepareDatabase(databaseUrl, { demo: true });
  say('starting the app and the stand-in');
  const address = await startApp(group, databaseUrl, { dev, log, onLost });
  await startStandin(
    group,
    address,
    process.argv.slice(2).filter((arg) => arg !== '--dev'),
    { log, onLost },
  );
  say('ready; Ctrl-C stops everything');
  process.stdout.write(`Amber Needle is at ${address}\n`);
} catch (error) {
  process.stderr.write(`${error.message}\n`);
  await group.stop();
  process.exit(1);
}
