import { NextRequest } from 'next/server';
import { describe, expect, it } from 'vitest';
import { config, proxy } from './proxy';

const ask = (host: string, path = '/') => proxy(new NextRequest(`http://127.0.0.1:3000${path}`, { headers: { host } }));

describe('what stands before the pages', () => {
  it.each(['evil.invalid', '127.0.0.1.evil.invalid', 'localhost.evil.invalid:3000', '', '192.168.0.7:3000', '[::2]'])(
    'gives nothing to a page that was asked for as %s',
    async (host) => {
      const response = ask(host, '/jobs/01900000-0000-7000-8000-0000000000b1');
      expect([response.status, await response.text()]).toEqual([403, 'This app answers on 127.0.0.1 only.\n']);
    },
  );

  it.each(['127.0.0.1:3000', 'localhost:4711', '[::1]:3000', 'localhost'])('lets %s in', (host) => {
    expect(ask(host).status).toBe(200);
  });

  it('gives every answer a nonce of its own, and pages no right to run text as code', () => {
    const policies = [ask('localhost'), ask('localhost')].map(
      ({ headers }) => headers.get('content-security-policy') ?? '',
    );
    const nonces = policies.map((policy) => /'nonce-([A-Za-z0-9+/=]{20,})'/.exec(policy)?.[1]);
    expect(nonces[0]).toBeDefined();
    expect(nonces[0]).not.toBe(nonces[1]);
    for (const policy of policies) {
      expect(policy).not.toContain('unsafe-eval');
      expect(policy).toContain("frame-ancestors 'none'");
      expect(/script-src[^;]*unsafe-inline/.test(policy)).toBe(false);
    }
  });

  it('leaves bodies alone: routes look for themselves', () => {
    const matches = (path: string) => config.matcher.some((pattern) => new RegExp(`^${pattern}$`).test(path));
    expect(['/', '/jobs/x', '/outbox', '/serwist/sw.js'].map(matches)).toEqual([true, true, true, true]);
    expect(['/api/jobs/import', '/api/workshop', '/_next/static/x.js'].map(matches)).toEqual([false, false, false]);
  });
});
