import { defineConfig } from '@playwright/test';

/** Run by scripts/test.mjs, which starts the database, the app and the stand-in and names them in the environment. */
export default defineConfig({
  testDir: 'specs',
  outputDir: '../.data/e2e-results',
  // One bench and one stand-in: tests take turns.
  workers: 1,
  fullyParallel: false,
  retries: 0,
  timeout: Number(process.env.E2E_TIMEOUT ?? 240_000),
  expect: { timeout: 20_000 },
  reporter: [['line'], ['json']],
  use: {
    baseURL: process.env.APP_URL,
    viewport: { width: 1280, height: 800 },
    // The specs of being away let them in.
    serviceWorkers: 'block',
    trace: 'retain-on-failure',
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
