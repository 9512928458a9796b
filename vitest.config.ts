import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

const alias = { '@': fileURLToPath(new URL('./web', import.meta.url)) };

/** Simulations run on a few banks and seeds with every test run, on all with `npm run test:deep`. */
const depth = process.env.TEST_DEPTH === 'deep' ? 'deep' : 'quick';
/** A simulated engine takes its time: minutes of it where every bank runs. */
const SIMULATION_TIMEOUT = depth === 'deep' ? 1_800_000 : 60_000;
const SIMULATIONS = 'core/src/**/*.sim.test.ts';
/** Much more than any unit test takes on two busy cores. */
const testTimeout = 20_000;

/** Nothing is kept between calls, so that files need no process of their own, in which everything is loaded again. */
const PURE = { pool: 'threads', isolate: false } as const;

export default defineConfig({
  test: {
    // One for each core: left to itself it keeps one core back, and half of two is much.
    maxWorkers: '100%',
    projects: [
      { test: { name: 'core', include: ['core/src/**/*.test.ts'], exclude: [SIMULATIONS], testTimeout, ...PURE } },
      {
        test: {
          name: 'simulation',
          include: [SIMULATIONS],
          ...PURE,
          provide: { depth },
          testTimeout: SIMULATION_TIMEOUT,
          hookTimeout: SIMULATION_TIMEOUT,
        },
      },
      { test: { name: 'cli', include: ['cli/**/*.test.ts'], testTimeout } },
      {
        test: { name: 'scripts', include: ['scripts/**/*.test.ts'], exclude: ['scripts/**/*.db.test.ts'], testTimeout },
      },
      { test: { name: 'standin', include: ['standin/**/*.test.ts'], testTimeout, ...PURE } },
      {
        resolve: { alias },
        test: {
          name: 'web',
          include: ['web/**/*.test.ts'],
          ...PURE,
          exclude: ['web/**/*.db.test.ts', '**/node_modules/**'],
          testTimeout,
        },
      },
      // Components in a document of their own, without a browser.
      {
        resolve: { alias },
        test: {
          name: 'components',
          include: ['web/**/*.test.tsx'],
          exclude: ['**/node_modules/**'],
          environment: 'happy-dom',
          testTimeout,
        },
      },
      // Against a real MariaDB: scripts/test.mjs starts one and names it in DATABASE_URL.
      {
        resolve: { alias },
        test: {
          name: 'integration',
          include: ['web/**/*.db.test.ts', 'scripts/**/*.db.test.ts'],
          fileParallelism: false,
          testTimeout: 60_000,
        },
      },
    ],
  },
});
