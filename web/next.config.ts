import { withSerwist } from '@serwist/turbopack';
import type { NextConfig } from 'next';

/** For files that the proxy does not see: workers run under the policy of their own file. */
const FILE_POLICY = "default-src 'self'; script-src 'self'; object-src 'none'; base-uri 'none'; frame-ancestors 'none'";

const config: NextConfig = {
  serverExternalPackages: ['knex', 'mysql2', 'pino', 'yauzl', 'yazl', 'esbuild', 'sharp'],
  transpilePackages: ['@amber-needle/core'],
  // Types are checked by `tsc` in `npm test`: TypeScript 7 has no JavaScript interface for Next to call.
  typescript: { ignoreBuildErrors: true },
  poweredByHeader: false,
  devIndicators: false,
  headers: async () => [
    {
      source: '/:path*',
      headers: [
        { key: 'X-Content-Type-Options', value: 'nosniff' },
        { key: 'X-Frame-Options', value: 'DENY' },
        { key: 'Referrer-Policy', value: 'no-referrer' },
      ],
    },
    { source: '/_next/static/:path*', headers: [{ key: 'Content-Security-Policy', value: FILE_POLICY }] },
  ],
};

export default withSerwist(config);
