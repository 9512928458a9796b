import { readText, SMALL_BODY } from '../http/body';
import { Refused } from '../http/refused';
import { benchName, streamOf } from './benchName';
import type { Hub } from './hub';

/**
 * Passes a screw turn or an engine command on to the practice instrument that sends to this bench. Its address comes with its
 * trace and is confined to this machine by the trace's schema.
 */
export async function passToPractice(request: Request, name: string, hub: Hub): Promise<Response> {
  const control = hub.practiceControl(benchName(name), streamOf(request), Date.now());
  if (control === undefined) throw new Refused(404, 'No practice engine is sending to this bench.');
  const body = request.method === 'POST' ? await readText(request, SMALL_BODY, ['application/json']) : undefined;
  const answer = await fetch(`${control}/engine`, {
    method: request.method,
    headers: { 'content-type': 'application/json' },
    ...(body === undefined ? {} : { body }),
    signal: AbortSignal.timeout(3000),
  }).catch(() => {
    throw new Refused(502, 'The practice engine does not answer.');
  });
  return new Response(await answer.text(), {
    status: answer.status,
    headers: { 'content-type': 'application/json' },
  });
}
