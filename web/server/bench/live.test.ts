import { describe, expect, it } from 'vitest';
import { takeGaugePost } from './gaugeRoute';
import { Hub } from './hub';
import { liveStream, MOST_UNREAD_BYTES } from './liveRoute';

const hub = new Hub();
const TRACE = '# stream: one\n# source: Gauge one\nt_s,v1_kpa,v2_kpa\n0,40,41\n0.1,40,41\n';

function post(body: string): Request {
  return new Request('http://127.0.0.1/api/bench/x/trace', {
    method: 'POST',
    headers: { 'content-type': 'text/csv' },
    body,
  });
}

/** Reads an event stream until it holds the given text. */
async function readUntil(response: Response, text: string): Promise<string> {
  const reader = response.body?.getReader();
  const decoder = new TextDecoder();
  let seen = '';
  while (reader !== undefined && !seen.includes(text)) {
    const { value, done } = await reader.read();
    if (done) break;
    seen += decoder.decode(value, { stream: true });
  }
  reader?.releaseLock();
  return seen;
}

describe('a gauge’s post', () => {
  it('is answered with how much of it was read, and what was passed over', async () => {
    const answer = await takeGaugePost(post(`${TRACE}0.2,x,41\n`), 'post-1', hub);
    expect(answer.status).toBe(200);
    expect(await answer.json()).toMatchObject({ rows: 2, problems: [{ line: 6, kind: 'badNumber' }] });
  });

  it('that is no trace is refused with line and reason', async () => {
    await expect(takeGaugePost(post('hello\n'), 'post-2', hub)).rejects.toMatchObject({
      status: 400,
      message: expect.stringMatching(/^Line 1: There is no time column/),
    });
  });

  it('with columns of its own is passed on as it came; one that means to be a trace is not', async () => {
    const table = `ms;p1_mbar;p2_mbar\n${Array.from({ length: 5 }, (_, i) => `${i};400,5;410`).join('\n')}\n`;
    expect(await (await takeGaugePost(post(table), 'post-4', hub)).json()).toEqual({ rows: 5, problems: [] });
    expect(hub.gaugeStatus('post-4', undefined, Date.now())).toMatchObject({
      source: 'A gauge with columns of its own',
      sending: [{ channels: 2 }],
    });
    await expect(takeGaugePost(post(`# referenz: x\n${table}`), 'post-4', hub)).rejects.toMatchObject({ status: 400 });
  });

  it('of a second gauge is taken beside the first', async () => {
    await takeGaugePost(post(TRACE), 'post-3', hub);
    const answer = await takeGaugePost(post(TRACE.replaceAll('one', 'two')), 'post-3', hub);
    expect(answer.status).toBe(200);
    expect(hub.gaugeStatus('post-3', undefined, Date.now())).toMatchObject({
      stream: 'one',
      sending: [{ rateHz: 10 }, { channels: 2 }],
    });
  });
});

describe('the live stream of a bench', () => {
  it('says at once whether a gauge sends, then passes its trace on line by line', async () => {
    const leave = new AbortController();
    const response = liveStream(hub, { bench: 'stream-1', stream: undefined, signal: leave.signal });
    expect(response.headers.get('content-type')).toBe('text/event-stream');
    expect(await readUntil(response, '\n\n')).toContain('"state":"none"');
    await takeGaugePost(post(TRACE), 'stream-1', hub);
    const seen = await readUntil(response, '0.1,40,41');
    expect(seen).toContain('"source":"Gauge one"');
    expect(seen).toContain(
      'event: trace\ndata: # stream: one\ndata: # source: Gauge one\ndata: t_s,v1_kpa,v2_kpa\ndata: 0,40,41\n',
    );
    leave.abort();
  });

  it('is not given for a name that no bench has', () => {
    for (const name of ['', '../x', 'A B', 'x'.repeat(40)])
      expect(() => liveStream(hub, { bench: name, stream: undefined, signal: new AbortController().signal })).toThrow(
        'no such bench',
      );
  });

  it('passes problems on, and ends when the browser leaves', async () => {
    const leave = new AbortController();
    const response = liveStream(hub, { bench: 'stream-2', stream: undefined, signal: leave.signal });
    hub.tellProblem('stream-2', 'Something is off.');
    expect(await readUntil(response, 'off.')).toContain(
      'event: problem\ndata: {"kind":"problem","message":"Something is off."}',
    );
    leave.abort();
    expect((await response.body?.getReader().read())?.done).toBe(true);
  });

  it('lets go of a watcher that has stopped listening', async () => {
    const response = liveStream(hub, { bench: 'stream-3', stream: undefined, signal: new AbortController().signal });
    const batch = `t_s,v1_kpa\n${'0,40\n'.repeat(20_000)}`;
    for (let i = 0; i < 100; i += 1)
      hub.take('stream-3', { meta: { stream: 'one' }, text: batch, channels: 2, rateHz: 500 }, Date.now());
    const reader = response.body?.getReader();
    let bytes = 0;
    for (let part = await reader?.read(); part !== undefined && !part.done; part = await reader?.read())
      bytes += part.value.byteLength;
    expect(bytes).toBeGreaterThan(0);
    expect(bytes).toBeLessThanOrEqual(MOST_UNREAD_BYTES);
  });
});
