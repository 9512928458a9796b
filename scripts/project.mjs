import { createHash } from 'node:crypto';
import {
  chmodSync,
  existsSync,
  mkdirSync,
  openSync,
  readdirSync,
  readFileSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = fileURLToPath(new URL('..', import.meta.url));
/** Everything the project makes at run time: databases, stamps, logs. Ignored by git, readable by its owner only. Tests of starting use one of their own. */
export const DATA = process.env.AMBER_NEEDLE_DATA ?? join(ROOT, '.data');

/** Makes the data folder, or shuts one that an older version left open. */
export function openData() {
  mkdirSync(DATA, { recursive: true, mode: 0o700 });
  chmodSync(DATA, 0o700);
}

/** Opens a log that only its owner can read. */
export function openLog(name) {
  openData();
  const file = join(DATA, name);
  const log = openSync(file, 'a', 0o600);
  chmodSync(file, 0o600);
  return log;
}

/** Runs npm ci when the lock file has changed since the last time. */
export async function installModules(group, say) {
  const lock = readFileSync(join(ROOT, 'package-lock.json'), 'utf8');
  await once('modules', [lock, process.version], existsSync(join(ROOT, 'node_modules')), () => {
    say('installing npm packages');
    return group.quietly('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
      env: { PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD: '1' },
    });
  });
}

/** Builds the app when its sources have changed since the last build. */
export async function buildApp(group, say) {
  const sources = ['core/src', 'web', 'package-lock.json'].flatMap((path) => filesBelow(join(ROOT, path)));
  const contents = sources.map((path) => `${path}\n${readFileSync(path).toString('base64')}`);
  await once('build', contents, existsSync(join(ROOT, 'web/.next/BUILD_ID')), () => {
    say('building the app');
    return group.quietly(join(ROOT, 'node_modules/.bin/next'), ['build', 'web'], {
      env: { NEXT_TELEMETRY_DISABLED: '1' },
    });
  });
}

/** Runs `work` unless it has succeeded before on the same inputs and its product is still there. */
async function once(name, inputs, productExists, work) {
  openData();
  const stampFile = join(DATA, `${name}.stamp`);
  const stamp = createHash('sha256').update(inputs.join('\0')).digest('hex');
  if (productExists && existsSync(stampFile) && readFileSync(stampFile, 'utf8') === stamp) return;
  await work();
  writeFileSync(stampFile, stamp);
}

function filesBelow(path) {
  if (!statSync(path).isDirectory()) return [path];
  return readdirSync(path)
    .sort()
    .filter(
      (name) => !['node_modules', '.next', 'next-env.d.ts'].includes(name) && !/\.tsbuildinfo$|\.test\.ts$/.test(name),
    )
    .flatMap((name) => filesBelow(join(path, name)));
}
