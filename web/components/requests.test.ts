import { append, move, opened } from '@amber-needle/core/testing';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { deliver, eventsAfter } from '@/features/bench/log/jobClient';
import { practice } from '@/features/bench/practice/practiceClient';
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
  const event = append(opened, move('A', 0.25)).at(-1);
  if (event === undefined) throw new Error('an event was made');

  it.each([
    [200, {}, { outcome: 'saved' }],
    [409, { missing: [] }, { outcome: 'conflict', missing: [] }],
    [422, { refusal: 'alreadyFinished' }, { outcome: 'refused', reason: 'alreadyFinished' }],
    [404, { error: { message: 'There is no such job.' } }, { outcome: 'refused', reason: 'There is no such job.' }],
    [500, { error: { message: 'x' } }, { outcome: 'unreachable' }],
  ])('%d is understood', async (status, body, expected) => {
    serverAnswers(status, body);
    expect(await deliver('job', event)).toEqual(expected);
  });

  it('waits for a server that is away', async () => {
    serverIsAway();
    expect(await deliver('job', event)).toEqual({ outcome: 'unreachable' });
    expect(await eventsAfter('job', 3)).toBeUndefined();
  });
});

describe('the practice engine', () => {
  it('tells its state or why it would not', async () => {
    const state = { running: true, positions: { A: 0 }, adjusters: [], couplings: [] };
    serverAnswers(200, state);
    expect(await practice('main', undefined)).toEqual({ outcome: 'done', state });
    serverAnswers(409, { error: 'Screw A cannot be turned.' });
    expect(await practice('main', { do: 'blip' })).toEqual({ outcome: 'failed', reason: 'Screw A cannot be turned.' });
    serverAnswers(404, { error: { message: 'No practice engine is sending.', details: [] } });
    expect(await practice('main', undefined)).toEqual({ outcome: 'failed', reason: 'No practice engine is sending.' });
    serverIsAway();
    expect(await practice('main', undefined)).toMatchObject({ outcome: 'failed' });
  });
});
