import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { DATABASE_PACKAGES, installPackages } from './machine.mjs';
import { startMariaDb } from './mariadb.mjs';
import { DATA } from './project.mjs';
import { beginOf, endSurvivors, notedProcess, pidFile } from './survivors.mjs';

/** Where the running demo notes the address of its database, for its owner alone. */
const NOTE = join(DATA, 'run', 'demo-url');

/** Notes where the demo's database is, as long as this process runs. */
export function noteDatabase(url) {
  writeFileSync(NOTE, url, { mode: 0o600 });
  process.on('exit', () => rmSync(NOTE, { force: true }));
}

/** The workshop's database: of DATABASE_URL, of the demo that runs in this checkout, or else started for this command alone. */
export async function reachDatabase(group, say) {
  if (process.env.DATABASE_URL !== undefined) return { url: process.env.DATABASE_URL, runs: true };
  const demo = notedProcess(pidFile('claim', 'demo'));
  if (demo !== undefined && beginOf(demo) !== undefined && existsSync(NOTE))
    return { url: readFileSync(NOTE, 'utf8'), runs: true };
  await endSurvivors('demo', say);
  await installPackages(group, DATABASE_PACKAGES, say);
  return { url: await startMariaDb(group, 'demo-db', { say }), runs: false };
}
