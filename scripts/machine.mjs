import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';

/** Debian packages that a fresh machine may lack, by the file that shows they are there. */
const PACKAGES = [
  { file: '/usr/sbin/mariadbd', name: 'mariadb-server-core' },
  // Has my_print_defaults, without which mariadb-install-db stops.
  { file: '/usr/bin/my_print_defaults', name: 'mariadb-client-core' },
  // Has mariadb-dump, for backups.
  { file: '/usr/bin/mariadb-dump', name: 'mariadb-client' },
  { file: '/usr/bin/chromium', name: 'chromium' },
];

export const DATABASE_PACKAGES = ['mariadb-server-core', 'mariadb-client-core', 'mariadb-client'];
export const BROWSER_PACKAGES = ['chromium'];

/**
 * Installs the missing ones of the named packages. The `-core` server package brings no service, so no system database is
 * started or touched.
 * @param {ReturnType<typeof import('./processes.mjs').processGroup>} group
 * @param {readonly string[]} wanted
 * @param {(line: string) => void} say
 */
export async function installPackages(group, wanted, say) {
  const missing = PACKAGES.filter(({ file, name }) => wanted.includes(name) && !existsSync(file)).map(
    ({ name }) => name,
  );
  if (missing.length === 0) return;
  const asRoot = process.getuid?.() === 0 ? [] : sudo(missing);
  say(`installing ${missing.join(' and ')} from Debian's packages`);
  const apt = (...args) => {
    const [command, ...rest] = [...asRoot, 'apt-get', '-o', 'DPkg::Lock::Timeout=300', ...args];
    return group.quietly(command, rest, { env: { DEBIAN_FRONTEND: 'noninteractive' } });
  };
  await apt('update', '-qq');
  await apt('install', '-y', '-qq', '--no-install-recommends', ...missing);
}

function sudo(missing) {
  if (spawnSync('sudo', ['-n', 'true']).status === 0 || process.stdin.isTTY) {
    if (spawnSync('sudo', ['--version']).status === 0) return ['sudo'];
  }
  throw new Error(
    `${missing.join(' and ')} must be installed, and this needs root or sudo.\n` +
      `Ask an administrator to run: apt-get install --no-install-recommends ${missing.join(' ')}`,
  );
}
