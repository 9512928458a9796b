import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

const alias = { '@': fileURLToPath(new URL('./web', import.meta.url)) };

export default defineConfig({
  test: {
    projects: [
      { test: { name: 'core', include: ['core/src/**/*.test.ts'], testTimeout: 240_000 } },
      { test: { name: 'cli', include: ['cli/**/*.test.ts'], testTimeout: 240_000 } },
      { test: { name: 'scripts', include: ['scripts/**/*.test.ts'], exclude: ['scripts/**/*.db.test.ts'] } },
      { test: { name: 'standin', include: ['standin/**/*.test.ts'] } },
      {
        resolve: { alias },
        test: { name: 'web', include: ['web/**/*.test.ts'], exclude: ['web/**/*.db.test.ts', '**/node_modules/**'] },
      },
      // Against a real MariaDB: scripts/test.mjs starts one and names it in DATABASE_URL.
      {
        resolve: { alias },
        test: {
          name: 'integration',
          include: ['web/**/*.db.test.ts', 'scripts/**/*.db.test.ts'],
          fileParallelism: false,
        },
      },
    ],
  },
});
