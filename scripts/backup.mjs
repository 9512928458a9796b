import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { dumpDatabase } from './databaseCopy.mjs';
import { processGroup } from './processes.mjs';
import { reachDatabase } from './workshopDatabase.mjs';

/** `npm run backup FILE`: the whole workshop as one file, also while the demo runs. */
const group = processGroup();
const say = (line) => process.stdout.write(`${line}\n`);
const [file] = process.argv.slice(2);
try {
  if (file === undefined) throw new Error('Name a file: npm run backup workshop.sql.gz');
  if (existsSync(file)) throw new Error(`${file} is there already. Name another file; nothing was written.`);
  const { url } = await reachDatabase(group, say);
  await dumpDatabase(url, resolve(file));
  say(`The workshop is in ${file}. It holds customers’ data: keep it as you keep those.`);
} catch (error) {
  process.stderr.write(`${error.message}\n`);
  process.exitCode = 1;
} finally {
  await group.stop();
}
