import type { NextConfig } from 'next';

/**
 * Everything from this server alone. 'unsafe-eval' is Ajv's compiler (documents and traces are checked in the page and its
 * worker too); 'unsafe-inline' is Next's own bootstrap, which needs a nonce on every request otherwise.
 */
const CONTENT_SECURITY_POLICY = [
  "default-src 'self'",
  "script-src 'self' 'unsafe-inline' 'unsafe-eval'",
  "style-src 'self' 'unsafe-inline'",
  "img-src 'self' data:",
  "object-src 'none'",
  "base-uri 'none'",
  "form-action 'self'",
  "frame-ancestors 'none'",
].join('; ');

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
        { key: 'Content-Security-Policy', value: CONTENT_SECURITY_POLICY },
        { key: 'X-Content-Type-Options', value: 'nosniff' },
        { key: 'X-Frame-Options', value: 'DENY' },
        { key: 'Referrer-Policy', value: 'no-referrer' },
      ],
    },
  ],
};

export default config;
