import { readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { prepareDatabase, startApp, startStandin } from './app.mjs';
import { claimCheckout } from './claim.mjs';
import { BROWSER_PACKAGES, DATABASE_PACKAGES, installPackages } from './machine.mjs';
import { startMariaDb } from './mariadb.mjs';
import { freePort, processGroup } from './processes.mjs';
import { buildApp, DATA, installModules, openLog, ROOT } from './project.mjs';
import { endSurvivors, pidFile } from './survivors.mjs';

/**
 * Everything that shows whether the project is sound: types, lint, unit, integration, end to end. Each part says its count;
 * the last line is their sum. Ends with 1 when anything failed.
 */
const begun = Date.now();
const say = (line) => process.stdout.write(`[${((Date.now() - begun) / 1000).toFixed(0).padStart(4)} s] ${line}\n`);
const PARTS = ['types', 'lint', 'unit', 'integration', 'e2e'];
const only = process.argv.slice(2).filter((arg) => PARTS.includes(arg));
/** What is no part's name picks end-to-end specs: `npm test -- e2e practice`. */
const specs = process.argv.slice(2).filter((arg) => !PARTS.includes(arg));
const wanted = (part) => only.length === 0 || only.includes(part);
const group = processGroup();
// Called by their own names, not through npx, so that a signal reaches them and not a go-between.
const bin = (name) => join(ROOT, 'node_modules/.bin', name);
let passed = 0;
let failed = 0;

function count(name, ok, bad) {
  passed += ok;
  failed += bad;
  say(`${name}: ${ok} passed, ${bad} failed`);
}

/** A check that passes or fails as a whole. */
async function check(name, command, args) {
  const ok = await group.run(command, args);
  count(name, ok ? 1 : 0, ok ? 0 : 1);
}

async function vitest(name, projects, env = {}) {
  const report = join(DATA, `${name}-tests.json`);
  const args = [
    'run',
    ...projects.flatMap((p) => ['--project', p]),
    '--reporter=default',
    '--reporter=json',
    `--outputFile.json=${report}`,
  ];
  rmSync(report, { force: true });
  const ok = await group.run(bin('vitest'), args, env);
  const { numPassedTests, numFailedTests, success } = JSON.parse(readFileSync(report, 'utf8'));
  // A file that does not even load has no failed test of its own, but has failed.
  count(name, numPassedTests, numFailedTests + (numFailedTests === 0 && !(ok && success) ? 1 : 0));
}

async function playwright(env) {
  const report = join(DATA, 'e2e-tests.json');
  rmSync(report, { force: true });
  const ok = await group.run(bin('playwright'), ['test', '-c', 'e2e', ...specs], {
    ...env,
    PLAYWRIGHT_JSON_OUTPUT_FILE: report,
  });
  const { stats } = JSON.parse(readFileSync(report, 'utf8'));
  const bad = stats.unexpected + stats.flaky;
  count('end-to-end', stats.expected, bad + (ok || bad > 0 ? 0 : 1));
}

try {
  claimCheckout('test');
  await endSurvivors('test', say);
  const log = openLog('test.log');
  await installPackages(group, [...DATABASE_PACKAGES, ...(wanted('e2e') ? BROWSER_PACKAGES : [])], say);
  await installModules(group, say);
  await Promise.all([
    wanted('types') ? check('types', 'npm', ['run', '--silent', 'types']) : undefined,
    wanted('lint') ? check('lint', 'npm', ['run', '--silent', 'lint']) : undefined,
  ]);
  if (wanted('unit')) await vitest('unit', ['core', 'simulation', 'cli', 'standin', 'web', 'components', 'scripts']);
  if (wanted('integration') || wanted('e2e')) {
    say('starting a MariaDB of the tests’ own');
    const databaseUrl = await startMariaDb(group, 'test-db', { fresh: true });
    if (wanted('integration')) await vitest('integration', ['integration'], { DATABASE_URL: databaseUrl });
    if (wanted('e2e')) {
      await buildApp(group, say);
      await prepareDatabase(group, databaseUrl);
      // Fixed ports for this run: a test stops the app and starts it again where it was.
      const port = await freePort();
      const app = await startApp(group, databaseUrl, { port, log, pidFile: pidFile('test', 'app') });
      const standin = await startStandin(group, app, ['--seed', '7', '--pace', '8', '--rate', '250'], {
        log,
        pidFile: pidFile('test', 'standin'),
      });
      await playwright({ APP_URL: app, STANDIN_URL: standin, DATABASE_URL: databaseUrl });
    }
  }
} catch (error) {
  process.stderr.write(`${error.stack}\n`);
  failed += 1;
} finally {
  await group.stop();
}
process.stdout.write(`${passed} passed, ${failed} failed\n`);
process.exit(failed === 0 && passed > 0 ? 0 : 1);
