import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** The simulation suite on every bank and many seeds. */
const report = join(tmpdir(), `simulations-${process.pid}.json`);
const { status } = spawnSync(
  'node_modules/.bin/vitest',
  ['run', '--project', 'simulation', '--reporter=default', '--reporter=json', `--outputFile.json=${report}`],
  { env: { ...process.env, TEST_DEPTH: 'deep' }, stdio: ['ignore', 'inherit', 'inherit'] },
);
const { numPassedTests, numFailedTests } = JSON.parse(readFileSync(report, 'utf8'));
process.stdout.write(`all banks and many seeds: ${numPassedTests} passed, ${numFailedTests} failed\n`);
process.exit(status ?? 1);
