import { execFileSync, spawnSync } from 'node:child_process';
import { cpSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { DATA, ROOT } from './project.mjs';

/**
 * `npm run mutations`: puts forty mistakes into a copy of the core, one at a time, and says which suite catches each. The unit tests of the
 * core are asked first, the simulations where those see nothing. Prints the table of docs/testing.md. A mistake whose place is gone
 * is an error: the list is kept up with the code.
 */
const MUTATIONS = JSON.parse(readFileSync(join(ROOT, 'scripts/mutations.json'), 'utf8'));
const COPY = join(DATA, 'mutations');

/** A copy of what is committed and what is not, with the same packages. */
function freshCopy() {
  rmSync(COPY, { recursive: true, force: true });
  mkdirSync(COPY, { recursive: true });
  const files = execFileSync('git', ['ls-files', '--cached', '--others', '--exclude-standard'], {
    cwd: ROOT,
    encoding: 'utf8',
  });
  for (const file of files.split('\n').filter((name) => /^(core|package|vitest|tsconfig)/.test(name)))
    cpSync(join(ROOT, file), join(COPY, file));
  cpSync(join(ROOT, 'node_modules'), join(COPY, 'node_modules'), { recursive: true, verbatimSymlinks: true });
}

function catches(project) {
  const { status, signal } = spawnSync(
    join(COPY, 'node_modules/.bin/vitest'),
    ['run', '--project', project, '--bail', '1', '--reporter=dot'],
    { cwd: COPY, stdio: 'ignore', timeout: 300_000 },
  );
  return signal !== null || status !== 0;
}

freshCopy();
if (catches('core') || catches('simulation')) throw new Error('the suites fail without any mistake');
const rows = [];
/** `npm run mutations -- "leak|room"`: only those whose place or mistake matches. */
const asked = new RegExp(process.argv[2] ?? '.');
for (const { file, from, to, mistake } of MUTATIONS.filter((each) => asked.test(`${each.file} ${each.mistake}`))) {
  const path = join(COPY, file);
  const sound = readFileSync(path, 'utf8');
  if (sound.split(from).length !== 2) throw new Error(`${file}: "${from}" is not there exactly once`);
  writeFileSync(
    path,
    sound.replace(from, () => to),
  );
  const by = catches('core') ? 'unit' : catches('simulation') ? 'simulation' : 'none';
  writeFileSync(path, sound);
  rows.push(`| ${file.replace('core/src/', '')} | ${mistake} | ${by} |`);
  process.stdout.write(`${rows.at(-1)}\n`);
}
const missed = rows.filter((row) => row.endsWith('| none |')).length;
process.stdout.write(`${rows.length - missed} of ${rows.length} caught\n`);
process.exit(missed === 0 ? 0 : 1);
