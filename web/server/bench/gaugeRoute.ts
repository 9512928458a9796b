import { decodeTrace, samplesOf, type Trace } from '@amber-needle/core/trace';
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
  const { meta, columns, rows } = trace;
  const channels = columns.filter(({ kind }) => kind === 'pressure').length;
  const taken = takeTrace(bench, { meta, text, channels, rateHz: rateOf(trace) }, Date.now());
  if (taken.outcome === 'full') throw new Refused(409, 'As many gauges send to this bench as there may be.');
  if (taken.outcome === 'tooMany') throw new Refused(429, 'As many benches are in use as there may be.');
  return Response.json({ rows: rows.length, problems });
}

function rateOf(trace: Trace): number | undefined {
  const { times } = samplesOf(trace);
  const span = (times.at(-1) ?? 0) - (times[0] ?? 0);
  return span > 0 ? (times.length - 1) / span : undefined;
}
