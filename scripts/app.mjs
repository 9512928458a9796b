import { join } from 'node:path';
import { answers, freePort, waitFor } from './processes.mjs';
import { ROOT } from './project.mjs';

/** Brings the database's tables up to date. A database that has something in it is backed up first. */
export async function prepareDatabase(group, databaseUrl, { demo = false, pidFile } = {}) {
  const args = ['--import', 'tsx', 'scripts/prepare.ts', ...(demo ? ['--demo'] : [])];
  await group.quietly(process.execPath, args, { env: { DATABASE_URL: databaseUrl }, pidFile });
}

/**
 * Starts the built app on a free port of 127.0.0.1 and waits for it. Returns its address.
 * @param {ReturnType<typeof import('./processes.mjs').processGroup>} group
 * @param {string} databaseUrl
 * @param {{ port?: number, dev?: boolean, disk?: string, log?: number, again?: boolean, pidFile?: string, onLost?: (what: string) => void }} [options]
 */
export async function startApp(group, databaseUrl, { port, dev = false, disk, ...options } = {}) {
  const at = port ?? (await freePort());
  const next = join(ROOT, 'node_modules/next/dist/bin/next');
  // Where the database's files are, if on this machine: the app stops writing before that disk is full.
  const env = { DATABASE_URL: databaseUrl, NEXT_TELEMETRY_DISABLED: '1', ...(disk && { AMBER_NEEDLE_DISK: disk }) };
  group.start('The app', process.execPath, [next, dev ? 'dev' : 'start', 'web', '-H', '127.0.0.1', '-p', String(at)], {
    ...options,
    env,
  });
  const address = `http://127.0.0.1:${at}`;
  await waitFor('The app', () => answers(`${address}/api/health`));
  return address;
}

/** Starts the instrument stand-in against an app. Returns its control address. */
export async function startStandin(group, app, args = [], options = {}) {
  const port = await freePort();
  group.start(
    'The stand-in',
    process.execPath,
    ['--import', 'tsx', 'standin/src/main.ts', '--app', app, '--port', String(port), ...args],
    options,
  );
  const control = `http://127.0.0.1:${port}`;
  await waitFor('The stand-in', () => answers(`${control}/engine`));
  return control;
}
