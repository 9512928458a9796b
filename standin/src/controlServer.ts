import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import { checkPracticeCommand } from '@amber-needle/core/practice';
import { askedMountOf, type Mounts } from './mounts';

/** A bank's setup comes with it. */
const BODY_LIMIT = 256 * 1024;

/** The control API, on loopback only. Pages cannot reach it: it answers no cross-origin request. */
export function controlServer(mounts: Mounts): Server {
  return createServer((request, response) => {
    answer(mounts, request, response).catch(() => reply(response, 500, { error: 'The stand-in failed.' }));
  });
}

async function answer(mounts: Mounts, request: IncomingMessage, response: ServerResponse): Promise<void> {
  if (request.headers.origin !== undefined)
    return reply(response, 403, { error: 'Pages talk to the app, not to the stand-in.' });
  const practice = mounts.current();
  const place = `${request.method} ${request.url}`;
  if (place === 'GET /truth') return reply(response, 200, practice.engine.truth());
  if (place === 'GET /faults') return reply(response, 200, practice.faults);
  if (place === 'GET /engine') return reply(response, 200, mounts.state());
  if (place !== 'POST /engine') return reply(response, 404, { error: `There is no ${place} here.` });
  const body = await readBody(request);
  const mount = askedMountOf(body);
  if (mount !== undefined) {
    const wrong = mounts.mount(mount);
    return wrong === undefined ? reply(response, 200, mounts.state()) : reply(response, 422, { error: wrong });
  }
  const checked = checkPracticeCommand(body);
  if (checked.outcome === 'invalid')
    return reply(response, 422, { error: 'Not a command.', problems: checked.problems });
  const refused = practice.carryOut(checked.value);
  if (refused !== undefined) return reply(response, 409, { error: refused });
  reply(response, 200, mounts.state());
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
