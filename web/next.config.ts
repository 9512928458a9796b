import type { NextConfig } from 'next';

const config: NextConfig = {
  serverExternalPackages: ['knex', 'mysql2', 'pino'],
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
  ],
};

export default config;
