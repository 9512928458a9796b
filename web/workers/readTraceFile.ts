import { recordingReading, windowOf } from '@amber-needle/core/signal';
import {
  createTraceDecoder,
  describeTable,
  samplesOf,
  type TableDescription,
  type TableProposal,
  type Trace,
  type TraceProblem,
} from '@amber-needle/core/trace';
import type { FileReading } from './signalProtocol';

/** Larger files are refused: 50 MB are some 20 minutes of two channels at 1 kHz. */
const LARGEST_FILE_MB = 50;
/** Enough of a file to tell what its columns are. */
const LOOKED_AT = 64 * 1024;

export type FileOutcome =
  | { readonly outcome: 'read'; readonly file: FileReading }
  | { readonly outcome: 'refused'; readonly message: string; readonly problems: readonly TraceProblem[] }
  /** Its columns have names of their own. */
  | { readonly outcome: 'unknown'; readonly proposal: TableProposal }
  | { readonly outcome: 'cancelled' };

interface FileJob {
  readonly file: File;
  readonly strokes: 2 | 4;
  /** What its columns are, where somebody has confirmed it. */
  readonly described: TableDescription | undefined;
  readonly progress: (share: number) => void;
  readonly cancelled: () => boolean;
}

/** Reads a trace file chunk by chunk and takes its reading. */
export async function readTraceFile({ file, strokes, described, progress, cancelled }: FileJob): Promise<FileOutcome> {
  const size = file.size / 1024 / 1024;
  if (size > LARGEST_FILE_MB) {
    const message = `${file.name} has ${size.toFixed(0)} MB; a trace may have ${LARGEST_FILE_MB}. Cut out half a minute of steady idle and drop that. The job goes on.`;
    return { outcome: 'refused', message, problems: [] };
  }
  const decoder = createTraceDecoder(described);
  const reader = file.stream().pipeThrough(new TextDecoderStream()).getReader();
  const rows: (readonly number[])[] = [];
  const problems: TraceProblem[] = [];
  let done = 0;
  for (let part = await reader.read(); !part.done; part = await reader.read()) {
    if (cancelled()) return { outcome: 'cancelled' };
    const chunk = decoder.push(part.value);
    for (const row of chunk.rows) rows.push(row);
    problems.push(...chunk.problems);
    done += part.value.length;
    progress(Math.min(1, done / file.size));
    if (problems.some(({ fatal }) => fatal)) break;
  }
  const last = decoder.end();
  rows.push(...last.rows);
  problems.push(...last.problems);
  const outcome = judge({
    name: file.name,
    strokes,
    problems,
    trace: { meta: decoder.meta(), columns: decoder.columns(), rows },
  });
  if (outcome.outcome !== 'refused') return outcome;
  const proposal = describeTable(await file.slice(0, LOOKED_AT).text());
  return proposal === undefined ? outcome : { outcome: 'unknown', proposal };
}

interface DecodedFile {
  readonly name: string;
  readonly strokes: 2 | 4;
  readonly trace: Trace;
  readonly problems: readonly TraceProblem[];
}

function judge({ name, strokes, trace, problems }: DecodedFile): FileOutcome {
  const fatal = problems.find((problem) => problem.fatal);
  if (fatal !== undefined) {
    return { outcome: 'refused', message: `${name}, line ${fatal.line}: ${fatal.reason} The job goes on.`, problems };
  }
  const samples = samplesOf(trace);
  if (samples.channels.length === 0 || trace.rows.length === 0) {
    const message = `${name} holds no pressure readings: no column such as v1_kpa with numbers below it. The job goes on.`;
    return { outcome: 'refused', message, problems };
  }
  const reading = recordingReading(windowOf(samples), strokes);
  return { outcome: 'read', file: { name, reading, barometerKPa: samples.barometer, problems } };
}
