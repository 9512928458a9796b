import { DatabaseError } from '../db/retry';
import { admit } from './admit';
import { log, loggable } from './log';
import { Refused } from './refused';
import { NO_ROOM, requireRoom } from './room';

type Handler<P> = (request: Request, params: P) => Promise<Response>;

/**
 * Wraps a route handler: only admitted requests get in, and every error leaves as JSON `{ error: { message, details } }`. A database
 * that is away or full is said as such, so that a page keeps what it holds and tries again.
 */
export function route<P>(handler: Handler<P>) {
  return async (request: Request, context: { params: Promise<P> }): Promise<Response> => {
    try {
      admit(request);
      if (isKept(request)) await requireRoom();
      return await handler(request, await context.params);
    } catch (error) {
      if (error instanceof Refused) return error.response();
      log.error({ err: loggable(error), path: new URL(request.url).pathname }, 'request failed');
      return refusalOf(error).response();
    }
  };
}

/** Whether a request would be written down: what goes over a bench is passed on and not kept. */
function isKept({ method, url }: Request): boolean {
  return method === 'POST' && !new URL(url).pathname.startsWith('/api/bench/');
}

function refusalOf(error: unknown): Refused {
  if (error instanceof DatabaseError && error.isFull) return new Refused(507, NO_ROOM);
  if (error instanceof DatabaseError && error.isAway)
    return new Refused(503, 'The database does not answer. Nothing was lost; try again in a moment.');
  return new Refused(500, 'The server could not do this. Nothing was lost; try again in a moment.');
}
