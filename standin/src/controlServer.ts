import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import type { Engine } from '@amber-needle/core/engine';
import type { Setup } from '@amber-needle/core/setup';
import { carryOut, checkCommand } from './command';

const BODY_LIMIT = 16 * 1024;

/** The control API, on loopback only. Pages cannot reach it: it answers no cross-origin request. */
export function controlServer(engine: Engine, setup: Setup): Server {
  return createServer((request, response) => {
    answer(engine, setup, request, response).catch(() => reply(response, 500, { error: 'The stand-in failed.' }));
  });
}

async function answer(engine: Engine, setup: Setup, request: IncomingMessage, response: ServerResponse): Promise<void> {
  if (request.headers.origin !== undefined)
    return reply(response, 403, { error: 'Pages talk to the app, not to the stand-in.' });
  const place = `${request.method} ${request.url}`;
  if (place === 'GET /truth') return reply(response, 200, engine.truth());
  if (place === 'GET /engine') return reply(response, 200, stateOf(engine, setup));
  if (place !== 'POST /engine') return reply(response, 404, { error: `There is no ${place} here.` });
  const checked = checkCommand(await readBody(request));
  if (checked.outcome === 'invalid')
    return reply(response, 422, { error: 'Not a command.', problems: checked.problems });
  const refused = carryOut(engine, checked.value);
  if (refused !== undefined) return reply(response, 409, { error: refused });
  reply(response, 200, stateOf(engine, setup));
}

function stateOf(engine: Engine, setup: Setup) {
  return {
    setup: setup.name,
    running: engine.running(),
    positions: engine.positions(),
    adjusters: setup.adjusters.map(({ id, label }) => ({ id, label })),
    couplings: setup.couplings.map(({ id, label }) => ({ id, label, clamped: engine.clamped().includes(id) })),
  };
}

async function readBody(request: IncomingMessage): Promise<unknown> {
  let text = '';
  for await (const chunk of request) {
    text += String(chunk);
    if (text.length > BODY_LIMIT) return undefined;
  }
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

function reply(response: ServerResponse, status: number, body: unknown): void {
  response.writeHead(status, { 'content-type': 'application/json' }).end(JSON.stringify(body));
}
