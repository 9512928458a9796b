import { describe, expect, it, vi } from 'vitest';
import { DatabaseError } from '../db/retry';
import { readBytes, readJson, readText } from './body';
import { loggable } from './log';
import { Refused } from './refused';
import { route } from './route';

const context = { params: Promise.resolve({}) };
const handler = route(async () => Response.json({ reached: true }));

function request(method: string, headers: Record<string, string>, body?: string): Request {
  return new Request('http://127.0.0.1:3000/api/x', { method, headers, ...(body === undefined ? {} : { body }) });
}

describe('who gets in (OWASP ASVS 5.0, V3.5)', () => {
  const status = async (method: string, headers: Record<string, string>) =>
    (await handler(request(method, headers), context)).status;
  const host = '127.0.0.1:3000';

  it('our own pages, and programs without a page', async () => {
    expect(await status('POST', { host, origin: 'http://127.0.0.1:3000', 'sec-fetch-site': 'same-origin' })).toBe(200);
    expect(await status('POST', { host })).toBe(200);
    expect(await status('GET', { host: 'localhost:3000' })).toBe(200);
  });

  it('not pages from elsewhere, not those of another port, not a name of someone else’s', async () => {
    expect(await status('POST', { host, origin: 'http://elsewhere.invalid' })).toBe(403);
    expect(await status('POST', { host, origin: 'http://127.0.0.1:4000' })).toBe(403);
    expect(await status('POST', { host, 'sec-fetch-site': 'cross-site' })).toBe(403);
    expect(await status('GET', { host: 'needle.evil.invalid' })).toBe(403);
  });
});

describe('what goes wrong inside', () => {
  it('leaves as JSON and says nothing of the inside', async () => {
    const failing = route(async () => {
      throw new Error('password is hunter2');
    });
    const response = await failing(request('GET', { host: '127.0.0.1' }), context);
    expect(response.status).toBe(500);
    expect(await response.text()).not.toContain('hunter2');
  });

  it('writes down what failed and where, and nothing that was typed', () => {
    const parsing = new SyntaxError('Unexpected token h in JSON: hunter2');
    expect(JSON.stringify(loggable(parsing))).toMatch(/SyntaxError.*http\.test/);
    expect(JSON.stringify([loggable(parsing), loggable('hunter2')])).not.toContain('hunter2');
    expect(loggable(new DatabaseError('append an event', 'ER_X'))).toEqual({
      type: 'DatabaseError',
      work: 'append an event',
      code: 'ER_X',
    });
  });

  it.each([
    ['ER_DISK_FULL', 507],
    ['ER_RECORD_FILE_FULL', 507],
    ['ECONNREFUSED', 503],
    ['ER_STATEMENT_TIMEOUT', 503],
    ['ER_BAD_FIELD_ERROR', 500],
  ])('tells a database with %s as %d', async (code, status) => {
    const failing = route(async () => {
      throw new DatabaseError('do it', code);
    });
    expect((await failing(request('GET', { host: '127.0.0.1' }), context)).status).toBe(status);
  });

  it('keeps a refusal’s words and details', async () => {
    const refusing = route(async () => {
      throw new Refused(409, 'Taken.', [{ by: 'x' }]);
    });
    const response = await refusing(request('GET', { host: '127.0.0.1' }), context);
    expect([response.status, await response.json()]).toEqual([
      409,
      { error: { message: 'Taken.', details: [{ by: 'x' }] } },
    ]);
  });
});

describe('a disk that is all but full', () => {
  it('stops what would be written, not what is read or passed on, and only where the disk is known', async () => {
    const status = async (method: string, path: string) =>
      (await handler(new Request(`http://127.0.0.1${path}`, { method, headers: { host: '127.0.0.1' } }), context))
        .status;
    // The file system of processes has no room at all.
    vi.stubEnv('AMBER_NEEDLE_DISK', '/proc');
    vi.useFakeTimers({ now: Date.now() + 10_000 });
    expect([
      await status('POST', '/api/jobs'),
      await status('GET', '/api/jobs'),
      await status('POST', '/api/bench/x/trace'),
    ]).toEqual([507, 200, 200]);
    vi.stubEnv('AMBER_NEEDLE_DISK', '');
    expect(await status('POST', '/api/jobs')).toBe(200);
    vi.useRealTimers();
    vi.unstubAllEnvs();
  });
});

describe('bodies', () => {
  const text = { 'content-type': 'text/plain' };
  const json = { 'content-type': 'application/json; charset=utf-8' };

  it('that say they are something else are refused by what would be taken', async () => {
    for (const type of ['text/html', 'multipart/form-data', ''])
      await expect(readJson(request('POST', { 'content-type': type }, '{}'))).rejects.toMatchObject({
        status: 415,
        message: expect.stringContaining('application/json'),
      });
    expect(await readJson(request('POST', json, '{}'))).toEqual({});
  });

  it('that stop arriving are given up after a stated time', async () => {
    vi.useFakeTimers();
    const body = new ReadableStream({ start: (controller) => controller.enqueue(new Uint8Array([1])) });
    const half = new Request('http://127.0.0.1/', { method: 'POST', body, duplex: 'half' } as RequestInit);
    const read = expect(readBytes(half, 99)).rejects.toMatchObject({ status: 408 });
    await vi.advanceTimersByTimeAsync(11_000);
    await read;
    vi.useRealTimers();
  });

  it('are refused past their limit, with and without a length told', async () => {
    await expect(readText(request('POST', text, 'x'.repeat(100)), 99)).rejects.toMatchObject({ status: 413 });
    await expect(readText(request('POST', { ...text, 'content-length': '5000' }, 'x'), 99)).rejects.toMatchObject({
      status: 413,
    });
    expect(await readText(request('POST', text, 'x'.repeat(99)), 99)).toHaveLength(99);
  });

  it('that are no JSON or no text are told as such', async () => {
    await expect(readJson(request('POST', json, '{'))).rejects.toMatchObject({ status: 400 });
    const body = new Uint8Array([0xff, 0xfe, 0x00]);
    const binary = new Request('http://127.0.0.1/', { method: 'POST', headers: text, body });
    await expect(readText(binary, 99)).rejects.toMatchObject({ status: 400 });
  });
});
