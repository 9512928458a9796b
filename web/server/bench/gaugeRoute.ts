import { readText } from '../http/body';
import { Refused } from '../http/refused';
import { benchName } from './benchName';
import type { Hub } from './hub';
import { readBatch } from './readBatch';

/** Largest batch of a live trace: some hours of samples; a gauge posts a few hundred bytes at a time. */
const BATCH_LIMIT = 1024 * 1024;

/** Takes one batch of a live trace: a small trace of its own, metadata and header included. */
export async function takeGaugePost(request: Request, name: string, hub: Hub): Promise<Response> {
  const bench = benchName(name);
  const read = readBatch(await readText(request, BATCH_LIMIT));
  if (read.batch === undefined) {
    hub.tellProblem(bench, `The gauge sends something that is not a trace. ${read.reason}`);
    throw new Refused(400, read.reason, read.problems);
  }
  const taken = hub.take(bench, read.batch, Date.now());
  if (taken.outcome === 'full') throw new Refused(409, 'As many gauges send to this bench as there may be.');
  if (taken.outcome === 'tooMany') throw new Refused(429, 'As many benches are in use as there may be.');
  return Response.json({ rows: read.rows, problems: read.problems });
}
