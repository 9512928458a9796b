import { existsSync, mkdirSync, mkdtempSync, openSync, rmSync } from 'node:fs';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { freePort, waitFor } from './processes.mjs';
import { DATA, run } from './project.mjs';

/**
 * Starts a MariaDB of the project's own: its data in `.data/<name>`, its socket in a short temporary folder (socket paths are
 * limited to some hundred characters), its port free and on 127.0.0.1 only. Returns the address for the app.
 */
export async function startMariaDb(group, name, { fresh = false, onLost } = {}) {
  const folder = join(DATA, name);
  if (fresh) rmSync(folder, { recursive: true, force: true });
  mkdirSync(DATA, { recursive: true });
  const user = process.getuid?.() === 0 ? ['--user=root'] : [];
  if (!existsSync(join(folder, 'mysql'))) {
    run('mariadb-install-db', [
      '--no-defaults',
      `--datadir=${folder}`,
      '--auth-root-authentication-method=normal',
      ...user,
    ]);
  }
  const port = await freePort();
  const socketFolder = mkdtempSync(join(tmpdir(), 'needle-db-'));
  const log = openSync(join(DATA, `${name}.log`), 'a');
  const server = group.start(
    'MariaDB',
    'mariadbd',
    [
      '--no-defaults',
      `--datadir=${folder}`,
      `--port=${port}`,
      '--bind-address=127.0.0.1',
      `--socket=${join(socketFolder, 'db.sock')}`,
      `--pid-file=${join(socketFolder, 'db.pid')}`,
      '--skip-name-resolve',
      '--character-set-server=utf8mb4',
      '--innodb-flush-log-at-trx-commit=1',
      ...user,
    ],
    { log, onLost, env: { PATH: `${process.env.PATH}:/usr/sbin` } },
  );
  server.once('exit', () => rmSync(socketFolder, { recursive: true, force: true }));
  await waitFor('MariaDB', () => accepts(port));
  return `mysql://root@127.0.0.1:${port}/amber_needle`;
}

function accepts(port) {
  return new Promise((resolve, reject) => {
    const socket = connect(port, '127.0.0.1');
    // The server speaks first: a greeting means that it takes connections.
    socket.once('data', () => resolve(socket.destroy() !== undefined));
    socket.once('error', reject);
  });
}
