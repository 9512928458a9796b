import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = fileURLToPath(new URL('..', import.meta.url));
/** Everything the project makes at run time: databases, stamps, logs. Ignored by git. */
export const DATA = join(ROOT, '.data');

/** Runs npm ci when the lock file has changed since the last time. */
export function installModules(say) {
  const lock = readFileSync(join(ROOT, 'package-lock.json'), 'utf8');
  once('modules', [lock, process.version], existsSync(join(ROOT, 'node_modules')), () => {
    say('installing npm packages');
    run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], { PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD: '1' });
  });
}

/** Builds the app when its sources have changed since the last build. */
export function buildApp(say) {
  const sources = ['core/src', 'web', 'package-lock.json'].flatMap((path) => filesBelow(join(ROOT, path)));
  const contents = sources.map((path) => `${path}\n${readFileSync(path).toString('base64')}`);
  once('build', contents, existsSync(join(ROOT, 'web/.next/BUILD_ID')), () => {
    say('building the app');
    run('npx', ['next', 'build', 'web'], { NEXT_TELEMETRY_DISABLED: '1' });
  });
}

/** Runs `work` unless it has succeeded before on the same inputs and its product is still there. */
function once(name, inputs, productExists, work) {
  mkdirSync(DATA, { recursive: true });
  const stampFile = join(DATA, `${name}.stamp`);
  const stamp = createHash('sha256').update(inputs.join('\0')).digest('hex');
  if (productExists && existsSync(stampFile) && readFileSync(stampFile, 'utf8') === stamp) return;
  work();
  writeFileSync(stampFile, stamp);
}

function filesBelow(path) {
  if (!statSync(path).isDirectory()) return [path];
  return readdirSync(path)
    .sort()
    .filter((name) => !['node_modules', '.next', 'next-env.d.ts'].includes(name) && !name.endsWith('.tsbuildinfo'))
    .flatMap((name) => filesBelow(join(path, name)));
}

/** Runs a command to its end, quietly; its output is shown only when it fails. @throws Error with the output. */
export function run(command, args, env = {}) {
  const { status, stdout, stderr } = spawnSync(command, args, {
    cwd: ROOT,
    env: { ...process.env, ...env },
    encoding: 'utf8',
    maxBuffer: 1 << 26,
  });
  if (status !== 0) throw new Error(`${command} ${args.join(' ')} failed:\n${stdout}\n${stderr}`);
}
