import { defineConfig } from '@playwright/test';

const STANDIN_SPECS = /(accessibility|away|bad-input|balance|real-input)\.spec\.ts/;

/** Run by scripts/test.mjs, which starts the database, the app and the stand-in and names them in the environment. */
export default defineConfig({
  testDir: 'specs',
  outputDir: '../.data/e2e-results',
  // Two lanes, one for each core: on the bench that the stand-in sends to tests take turns, the others do among themselves.
  workers: 2,
  fullyParallel: false,
  projects: [
    { name: 'the stand-in’s bench', workers: 1, testMatch: STANDIN_SPECS },
    { name: 'benches of their own', workers: 1, testIgnore: STANDIN_SPECS },
  ],
  // What is too long for every run belongs to `npm run test:deep`.
  ...(process.env.TEST_DEPTH === 'deep' ? {} : { grepInvert: /@deep/ }),
  retries: 0,
  timeout: Number(process.env.E2E_TIMEOUT ?? 120_000),
  expect: { timeout: 20_000 },
  reporter: [['line'], ['json']],
  use: {
    baseURL: process.env.APP_URL,
    viewport: { width: 1280, height: 800 },
    // The specs of being away let them in.
    serviceWorkers: 'block',
    // A trace slows every action; ask for it to look into a failure: E2E_TRACE=1 npm test -- e2e.
    trace: process.env.E2E_TRACE === undefined ? 'off' : 'retain-on-failure',
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
});
