import { spawnSync } from 'node:child_process';

/** The specs that are too long for every run: whole jobs through the screen, many tabs, files of many megabytes. */
const { status } = spawnSync(process.execPath, ['scripts/test.mjs', 'e2e'], {
  env: { ...process.env, TEST_DEPTH: 'deep' },
  stdio: ['ignore', 'inherit', 'inherit'],
});
process.stdout.write('the long specs\n');
process.exit(status ?? 1);
