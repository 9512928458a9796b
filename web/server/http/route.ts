import { log } from './log';
import { Refused } from './refused';

type Handler<P> = (request: Request, params: P) => Promise<Response>;

const LOOPBACK = new Set(['127.0.0.1', 'localhost', '[::1]']);
const READING = new Set(['GET', 'HEAD']);

/**
 * Wraps a route handler: only requests that were addressed to this machine by a loopback name get in (a page elsewhere cannot
 * point a name of its own at us), those that change something only from our own pages or from programs without a page, and
 * every error leaves as JSON `{ error: { message, details } }`. OWASP ASVS 5.0: V3.5 (cross-origin requests).
 */
export function route<P>(handler: Handler<P>) {
  return async (request: Request, context: { params: Promise<P> }): Promise<Response> => {
    try {
      admit(request);
      return await handler(request, await context.params);
    } catch (error) {
      if (error instanceof Refused) return error.response();
      log.error({ err: error, path: new URL(request.url).pathname }, 'request failed');
      return new Refused(500, 'The server could not do this. Nothing was lost; try again in a moment.').response();
    }
  };
}

function admit(request: Request): void {
  const host = request.headers.get('host') ?? '';
  const name = host.replace(/:\d+$/, '');
  if (!LOOPBACK.has(name)) throw new Refused(403, `This app answers on 127.0.0.1 only, not as "${name}".`);
  if (READING.has(request.method)) return;
  const origin = request.headers.get('origin');
  const site = request.headers.get('sec-fetch-site');
  const fromOurs = origin === null || origin === `http://${host}`;
  const sameSite = site === null || site === 'same-origin' || site === 'none';
  if (!fromOurs || !sameSite) throw new Refused(403, 'Changes are taken from this app’s own pages only.');
}
