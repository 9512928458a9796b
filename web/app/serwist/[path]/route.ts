import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { createSerwistRoute } from '@serwist/turbopack';

/** The app's folder, whether the build was started in it or above it. */
const FOLDER = existsSync(join(process.cwd(), 'next.config.ts')) ? process.cwd() : join(process.cwd(), 'web');
const revision = String(Date.now());

export const { dynamic, dynamicParams, revalidate, generateStaticParams, GET } = createSerwistRoute({
  cwd: FOLDER,
  swSrc: 'workers/serviceWorker.ts',
  useNativeEsbuild: true,
  additionalPrecacheEntries: [
    { url: '/offline', revision },
    { url: '/outbox', revision },
  ],
});
