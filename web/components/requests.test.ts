import { append, move, opened } from '@amber-needle/core/testing';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { practice } from '@/features/bench/practice/practiceClient';
import { deliver, eventsAfter, isServerWell } from '@/features/outbox/delivery';
import { failureText, send } from './send';

function serverAnswers(status: number, body: unknown): void {
  vi.stubGlobal('fetch', async () => new Response(JSON.stringify(body), { status }));
}

function serverIsAway(): void {
  vi.stubGlobal('fetch', async () => {
    throw new TypeError('fetch failed');
  });
}

afterEach(() => vi.unstubAllGlobals());

describe('sending to our own server', () => {
  it('gives the value, the refusal in the server’s words, or that it is away', async () => {
    serverAnswers(200, { id: 'x' });
    expect(await send('/api/x', {})).toEqual({ outcome: 'done', value: { id: 'x' } });
    serverAnswers(422, { error: { message: 'No.', details: [1] } });
    const refused = await send('/api/x', {});
    expect(refused).toEqual({ outcome: 'refused', status: 422, message: 'No.', details: [1] });
    serverIsAway();
    const away = await send('/api/x', {});
    expect(away.outcome === 'unreachable' && failureText(away)).toMatch(/does not answer/);
  });
});

describe('delivering events', () => {
  const log = append(opened, move('A', 0.25));
  const event = log.at(-1);
  if (event === undefined) throw new Error('an event was made');

  it.each([
    [200, { event: { ...event, seq: 7 } }, { outcome: 'saved', event: { ...event, seq: 7 } }],
    [409, { missing: [event], lastSeq: 2 }, { outcome: 'conflict', missing: [event], lastSeq: 2 }],
    [409, { missing: [], lastSeq: 1 }, { outcome: 'conflict', missing: [], lastSeq: 1 }],
    [
      409,
      { error: { message: 'Another event has the id.' } },
      { outcome: 'refused', reason: 'Another event has the id.' },
    ],
    [422, { refusal: 'alreadyFinished' }, { outcome: 'refused', reason: 'alreadyFinished' }],
    [404, { error: { message: 'There is no such job.' } }, { outcome: 'refused', reason: 'There is no such job.' }],
    [500, { error: { message: 'x' } }, { outcome: 'fault' }],
    [503, { error: { message: 'The database is away.' } }, { outcome: 'unreachable', reason: 'The database is away.' }],
    [507, { error: { message: 'No room.' } }, { outcome: 'unreachable', reason: 'No room.' }],
  ])('%d is understood: %#', async (status, body, expected) => {
    serverAnswers(status, body);
    expect(await deliver('job', event)).toEqual(expected);
  });

  it('waits for a server that is away, or that does not answer in time', async () => {
    serverIsAway();
    expect(await deliver('job', event)).toMatchObject({ outcome: 'unreachable' });
    expect(await eventsAfter('job', 3)).toEqual({ outcome: 'away' });
    expect(await isServerWell()).toBe(false);
    vi.stubGlobal('fetch', async (_: string, { signal }: RequestInit) => {
      expect(signal).toBeInstanceOf(AbortSignal);
      throw new DOMException('The operation timed out.', 'TimeoutError');
    });
    expect(await deliver('job', event)).toMatchObject({ outcome: 'unreachable' });
  });

  it('knows a job that is gone from a server that is away, and reads only what it understands', async () => {
    serverAnswers(404, { error: { message: 'There is no such job.' } });
    expect(await eventsAfter('job', 0)).toEqual({ outcome: 'gone' });
    serverAnswers(200, { events: [...log, { kind: 'ofTomorrow' }, event] });
    expect(await eventsAfter('job', 0)).toEqual({ outcome: 'seen', events: log });
  });
});

describe('the practice engine', () => {
  it('tells its state or why it would not', async () => {
    const state = { running: true, positions: { A: 0 }, adjusters: [], couplings: [] };
    serverAnswers(200, state);
    expect(await practice({ bench: 'main', stream: undefined }, undefined)).toEqual({ outcome: 'done', state });
    serverAnswers(409, { error: 'Screw A cannot be turned.' });
    expect(await practice({ bench: 'main', stream: undefined }, { do: 'blip' })).toEqual({
      outcome: 'failed',
      reason: 'Screw A cannot be turned.',
    });
    serverAnswers(404, { error: { message: 'No practice engine is sending.', details: [] } });
    expect(await practice({ bench: 'main', stream: undefined }, undefined)).toEqual({
      outcome: 'failed',
      reason: 'No practice engine is sending.',
    });
    serverIsAway();
    expect(await practice({ bench: 'main', stream: undefined }, undefined)).toMatchObject({ outcome: 'failed' });
  });
});
