import {
  createTraceDecoder,
  decodeTrace,
  describeTable,
  samplesOf,
  type TableDescription,
  type TableProposal,
} from '@amber-needle/core/trace';
import type { GaugeStatus } from '@/server/bench/hub';
import type { SampleListener, SampleSource } from './sampleSource';
import { sharedStream } from './sharedStream';

/** Lines of a foreign table that are looked at for what it may be; a batch has a few. Ours. */
const ENOUGH_TO_DESCRIBE = 100;

/**
 * A gauge that posts to the server, heard through its server-sent events. The browser reconnects by itself. `unknown` is told once, when its
 * columns have names of their own and nobody has described them.
 */
export function networkedGauge(
  url: string,
  described: TableDescription | undefined,
  unknown: (proposal: TableProposal) => void,
): SampleSource {
  return {
    open(listener) {
      const heedTrace = batchReader(listener, described, unknown);
      return sharedStream(url, ['trace', 'gauge', 'problem'], (message) => {
        if (message.kind === 'open') listener.line('open');
        else if (message.kind === 'lost') listener.line('lost');
        else if (message.kind === 'event' && message.name === 'trace') heedTrace(message.data);
        else if (message.kind === 'event') heed(listener, message.name, message.data);
      });
    },
  };
}

function heed(listener: SampleListener, name: string, data: string): void {
  const told: { readonly gauge: GaugeStatus; readonly message: string } = JSON.parse(data);
  if (name === 'gauge') listener.gauge(told.gauge);
  else listener.problem(told.message);
}

/** Reads batches, each a small trace of its own: as they say themselves, else as somebody described them. */
export function batchReader(
  listener: Pick<SampleListener, 'samples' | 'problem'>,
  described: TableDescription | undefined,
  unknown: (proposal: TableProposal) => void,
): (data: string) => void {
  let seen: readonly string[] = [];
  let told = false;

  function propose(data: string) {
    const lines = data.split('\n').filter((line) => line !== '');
    // Every batch says its heading again.
    seen = [...seen, ...lines.filter((line, i) => i > 1 || !seen.includes(line))];
    const proposal = told || seen.length < ENOUGH_TO_DESCRIBE ? undefined : describeTable(seen.join('\n'));
    if (proposal === undefined) return;
    told = true;
    unknown(proposal);
  }

  return (data) => {
    const plain = decodeTrace(data);
    const isForeign = plain.problems.some(({ fatal }) => fatal);
    if (isForeign && described === undefined) return told ? undefined : propose(data);
    const { trace, problems } = isForeign ? asDescribed(data, described) : plain;
    const [first] = problems;
    if (first !== undefined) listener.problem(`The gauge’s trace, line ${first.line}: ${first.reason}`);
    if (trace.rows.length > 0) listener.samples(samplesOf(trace));
  };
}

function asDescribed(data: string, described: TableDescription | undefined) {
  const decoder = createTraceDecoder(described);
  const { rows, problems } = decoder.push(`${data}\n`);
  return { trace: { meta: decoder.meta(), columns: decoder.columns(), rows }, problems };
}
