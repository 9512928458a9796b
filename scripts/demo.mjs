import { prepareDatabase, startApp, startStandin } from './app.mjs';
import { claimCheckout } from './claim.mjs';
import { DATABASE_PACKAGES, installPackages } from './machine.mjs';
import { startMariaDb } from './mariadb.mjs';
import { processGroup } from './processes.mjs';
import { buildApp, DATA, installModules, openLog } from './project.mjs';
import { endSurvivors, pidFile } from './survivors.mjs';
import { noteDatabase } from './workshopDatabase.mjs';

const dev = process.argv.includes('--dev');
const begun = Date.now();
const say = (line) => process.stdout.write(`[${((Date.now() - begun) / 1000).toFixed(1).padStart(6)} s] ${line}\n`);
const group = processGroup();
/** What dies by itself is started again, and said. */
const living = (name) => ({ again: true, onLost: say, pidFile: pidFile('demo', name) });

try {
  claimCheckout('demo');
  await endSurvivors('demo', say);
  const log = openLog('demo.log');
  if (process.env.DATABASE_URL === undefined) await installPackages(group, DATABASE_PACKAGES, say);
  await installModules(group, say);
  if (!dev) await buildApp(group, say);
  if (process.env.DATABASE_URL === undefined) say('starting MariaDB on 127.0.0.1');
  const databaseUrl =
    process.env.DATABASE_URL ?? (await startMariaDb(group, 'demo-db', { again: true, onLost: say, say }));
  const disk = process.env.DATABASE_URL === undefined ? DATA : undefined;
  noteDatabase(databaseUrl);
  say('bringing the database up to date');
  await prepareDatabase(group, databaseUrl, { demo: true, pidFile: pidFile('demo', 'prepare') });
  say('starting the app and the stand-in');
  const address = await startApp(group, databaseUrl, { dev, log, disk, ...living('app') });
  await startStandin(
    group,
    address,
    process.argv.slice(2).filter((arg) => arg !== '--dev'),
    { log, ...living('standin') },
  );
  say('ready; Ctrl-C stops everything');
  process.stdout.write(`Amber Needle is at ${address}\n`);
} catch (error) {
  process.stderr.write(`${error.message}\n`);
  await group.stop();
  process.exit(1);
}
