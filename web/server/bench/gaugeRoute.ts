import { decodeTrace } from '@amber-needle/core/trace';
import { readText } from '../http/body';
import { Refused } from '../http/refused';
import { benchName } from './benchName';
import { takeTrace, tellProblem } from './hub';

/** Largest batch of a live trace: some hours of samples; a gauge posts a few hundred bytes at a time. */
const BATCH_LIMIT = 1024 * 1024;

/** Takes one batch of a live trace: a small trace of its own, metadata and header included. */
export async function takeGaugePost(request: Request, name: string): Promise<Response> {
  const bench = benchName(name);
  const text = await readText(request, BATCH_LIMIT);
  const { trace, problems } = decodeTrace(text);
  const fatal = problems.find((problem) => problem.fatal);
  if (fatal !== undefined) {
    const message = `Line ${fatal.line}: ${fatal.reason}`;
    tellProblem(bench, `The gauge sends something that is not a trace. ${message}`);
    throw new Refused(400, message, problems);
  }
  const taken = takeTrace(bench, { meta: trace.meta, text }, Date.now());
  if (taken.outcome === 'occupied') throw new Refused(409, `This bench is taken by ${taken.by}.`);
  if (taken.outcome === 'tooMany') throw new Refused(429, 'As many benches are in use as there may be.');
  return Response.json({ rows: trace.rows.length, problems });
}
