import { existsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { prepareDatabase } from './app.mjs';
import { checkDump, databaseOf, dumpDatabase, loadDump, runSql, withDatabase } from './databaseCopy.mjs';
import { processGroup } from './processes.mjs';
import { DATA, installModules } from './project.mjs';
import { reachDatabase } from './workshopDatabase.mjs';

/**
 * `npm run restore FILE`: puts a backup in the place of the workshop. The file is loaded beside it first, to see that it loads; what was
 * there is backed up before it goes.
 */
const TRIAL = 'needle_restore_trial';
const group = processGroup();
const say = (line) => process.stdout.write(`${line}\n`);
const [file] = process.argv.slice(2);
try {
  if (file === undefined || !existsSync(file))
    throw new Error(`Name a backup that is there: npm run restore workshop.sql.gz`);
  const backup = resolve(file);
  await checkDump(backup);
  await installModules(group, say);
  const { url, runs } = await reachDatabase(group, say);
  const name = databaseOf(url);
  const trial = withDatabase(url, TRIAL);
  const empty = (database) =>
    `DROP DATABASE IF EXISTS \`${database}\`; CREATE DATABASE \`${database}\` CHARACTER SET utf8mb4;`;
  await runSql(url, empty(TRIAL));
  await loadDump(trial, backup);
  await prepareDatabase(group, trial);
  await runSql(url, `DROP DATABASE \`${TRIAL}\`; CREATE DATABASE IF NOT EXISTS \`${name}\` CHARACTER SET utf8mb4;`);
  const aside = join(DATA, 'backups', `before-restore-${new Date().toISOString().replace(/[:.]/g, '-')}.sql.gz`);
  await dumpDatabase(url, aside);
  await runSql(url, empty(name));
  await loadDump(url, backup);
  await prepareDatabase(group, url);
  say(`The workshop is that of ${file} now. What was here before is in ${aside}.`);
  if (runs) say('Load open pages again.');
} catch (error) {
  process.stderr.write(`${error.message}\n`);
  process.exitCode = 1;
} finally {
  await group.stop();
}
