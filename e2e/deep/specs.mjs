import { spawnSync } from 'node:child_process';

/** All specs, those too long for every run too (whole jobs through the screen, many tabs, files of many megabytes), in both themes. */
const { status } = spawnSync(process.execPath, ['scripts/test.mjs', 'e2e'], {
  env: { ...process.env, TEST_DEPTH: 'deep' },
  stdio: ['ignore', 'inherit', 'inherit'],
});
process.stdout.write('every spec, in both themes\n');
process.exit(status ?? 1);
