import { mkdtempSync, readFileSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { DEFAULT_PRACTICE } from '@amber-needle/core/practice';
import { ARCHETYPES, twinWithTwoStops } from '@amber-needle/core/setup';
import type { TraceColumn } from '@amber-needle/core/trace';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { controlServer } from './controlServer';
import { createMounts } from './mounts';
import { createSender } from './sender';
import { serialPrinter } from './serialPrinter';

describe('the control API', () => {
  const server = controlServer(createMounts(twinWithTwoStops, { ...DEFAULT_PRACTICE, faults: { are: 'drawn' } }, 500));
  let url = '';
  beforeAll(async () => {
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  });
  afterAll(() => server.close());

  const command = (body: unknown, headers: Record<string, string> = {}) =>
    fetch(`${url}/engine`, { method: 'POST', headers, body: typeof body === 'string' ? body : JSON.stringify(body) });

  it('tells the engine’s state and truth', async () => {
    const state = await (await fetch(`${url}/engine`)).json();
    expect(state).toMatchObject({
      running: false,
      positions: { A: 0, B: 0, K: 0 },
      couplings: [{ id: 'C', clamped: false }],
    });
    expect(await (await fetch(`${url}/truth`)).json()).toMatchObject({ cycles: 0 });
    // The fault is hidden from the panel, and told to tests.
    expect(state.faults).toBeNull();
    expect(await (await fetch(`${url}/faults`)).json()).toHaveLength(1);
  });

  it('carries commands out and answers with the state after them', async () => {
    expect(await (await command({ do: 'turn', adjuster: 'B', turns: -0.0625 })).json()).toMatchObject({
      positions: { B: -0.0625 },
    });
    expect(await (await command({ do: 'couple', coupling: 'C', clamped: true })).json()).toMatchObject({
      couplings: [{ clamped: true }],
    });
    expect(await (await command({ do: 'start' })).json()).toMatchObject({ running: true });
    expect((await command({ do: 'blip' })).status).toBe(200);
    expect(await (await command({ do: 'stop' })).json()).toMatchObject({ running: false });
  });

  it('puts its gauges on the bank of a job, keeps each job’s engine as it was left, and comes back to its own', async () => {
    const rack = { do: 'mount', job: 'a', setup: ARCHETYPES.rack4 };
    expect(await (await command(rack)).json()).toMatchObject({ job: 'a', setup: ARCHETYPES.rack4.name });
    await command({ do: 'turn', adjuster: 'S1', turns: 0.25 });
    const turned = await (await fetch(`${url}/engine`)).json();
    await command({ ...rack, job: 'b', setup: ARCHETYPES.outboardTriple });
    expect(await (await command(rack)).json()).toEqual(turned);
    const wrong = await command({ do: 'mount', job: 'c', setup: { name: 'nothing' } });
    expect([wrong.status, (await wrong.json()).error]).toEqual([422, expect.stringContaining('cannot be put on')]);
    expect(await (await command({ do: 'mount', job: null })).json()).toMatchObject({
      job: null,
      setup: twinWithTwoStops.name,
    });
  });

  it('refuses what it cannot do, what it does not understand, and pages', async () => {
    expect((await command({ do: 'turn', adjuster: 'A', turns: 9 })).status).toBe(409);
    expect((await command('not json')).status).toBe(422);
    expect((await command('x'.repeat(300_000))).status).toBe(422);
    expect((await command({ do: 'start' }, { origin: 'http://127.0.0.1:3000' })).status).toBe(403);
    expect((await fetch(`${url}/elsewhere`)).status).toBe(404);
  });
});

describe('a board on a cable', () => {
  it('prints its heading now and then, rows in between, and nothing that only the network needs', async () => {
    const path = join(mkdtempSync(join(tmpdir(), 'needle-serial-')), 'cable');
    const failed: string[] = [];
    const printer = serialPrinter(path, (reason) => failed.push(reason));
    const columns: TraceColumn[] = [
      { kind: 'time', name: 't_s', scale: 's' },
      { kind: 'pressure', name: 'v1_kpa', stem: 'v1', unit: 'kpa' },
    ];
    const meta = { reference: 'vacuum' as const, stream: 'x', control: 'http://127.0.0.1:1' };
    for (let i = 0; i < 41; i += 1) printer.print({ meta, columns, rows: [[i / 10, 40]] });
    await expect.poll(() => readFileSync(path, 'utf8').split('\n').length).toBe(2 + 2 + 41 + 1);
    const text = readFileSync(path, 'utf8');
    expect(text.startsWith('# reference: vacuum\nt_s,v1_kpa\n0,40\n0.1,40\n')).toBe(true);
    expect(text).not.toContain('control');
    expect(failed).toEqual([]);
  });
});

describe('the sender', () => {
  it('says once when the app is away, once when it is back, and keeps no backlog', async () => {
    const said: string[] = [];
    const received: string[] = [];
    const app = createServer(async (request, response) => {
      let body = '';
      for await (const chunk of request) body += String(chunk);
      received.push(body);
      response.end('{}');
    });
    await new Promise<void>((resolve) => app.listen(0, '127.0.0.1', resolve));
    const url = `http://127.0.0.1:${(app.address() as AddressInfo).port}/trace`;
    const sender = createSender(url, (line) => said.push(line));
    await sender.send('first');
    await sender.send('second');
    await new Promise((resolve) => app.close(resolve));
    await sender.send('lost');
    await sender.send('lost too');
    expect(sender.free()).toBe(true);
    expect(received).toEqual(['first', 'second']);
    expect(said).toEqual([`sending to ${url}`, `the app at ${url} does not answer; trying on`]);
  });
});
