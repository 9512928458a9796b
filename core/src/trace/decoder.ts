import { headerOf, metaOf, type TableDescription } from './description';
import { type Header, readHeader } from './header';
import { createLineCutter } from './lines';
import { metadataLine, readMetadata } from './metadata';
import { readRow } from './row';
import type { Trace, TraceColumn, TraceMeta, TraceProblem } from './trace';

/** After this many problems a trace is given up: the file is something else. */
export const MOST_PROBLEMS = 100;
/** A longer line is not a trace's. */
const LONGEST_LINE = 4096;

/** What one more chunk of text brought. */
export interface DecodedChunk {
  readonly rows: readonly (readonly number[])[];
  readonly problems: readonly TraceProblem[];
}

/** Reads a trace from chunks of text that may cut lines anywhere. Mutable; one for each stream. */
export interface TraceDecoder {
  push(text: string): DecodedChunk;
  /** Ends the stream: reads a last line without a line end. */
  end(): DecodedChunk;
  meta(): TraceMeta;
  columns(): readonly TraceColumn[];
}

type Stage = { readonly at: 'head' } | { readonly at: 'rows'; readonly header: Header } | { readonly at: 'givenUp' };

/**
 * `described`: a table whose columns have names of their own, as somebody has confirmed them; else the trace names its own.
 * `joinedLate`: its heading went by before anybody listened.
 */
export function createTraceDecoder(described?: TableDescription, joinedLate = false): TraceDecoder {
  const cutter = createLineCutter(LONGEST_LINE);
  const raw = new Map<string, string>();
  let stage: Stage =
    described !== undefined && (joinedLate || described.heading === '')
      ? { at: 'rows', header: headerOf(described) }
      : { at: 'head' };
  let line = 0;
  let told = 0;
  let lastTime = Number.NEGATIVE_INFINITY;
  let meta: TraceMeta = described === undefined ? {} : metaOf(described);
  let columns = described === undefined ? [] : columnsOf(headerOf(described));
  let unitsDue = false;
  let chunk: { rows: (readonly number[])[]; problems: TraceProblem[] } = { rows: [], problems: [] };

  function report(kind: TraceProblem['kind'], reason: string, fatal = false) {
    if (stage.at === 'givenUp') return;
    told += 1;
    const tooMany = told >= MOST_PROBLEMS;
    if (fatal || tooMany) stage = { at: 'givenUp' };
    chunk.problems.push(tooMany ? tooManyProblems(line) : { line, kind, reason, fatal });
  }

  function takeLine(text: string) {
    line += 1;
    // Before anything else: a megabyte of line ends is quickly counted.
    if (text === '' || stage.at === 'givenUp' || text.trim() === '') return;
    if (text.length > LONGEST_LINE) report('raggedRow', `The line is longer than ${LONGEST_LINE} characters.`);
    else if (described !== undefined) takeDescribed(described, text);
    else if (text.startsWith('#')) takeComment(text);
    else if (stage.at === 'head') takeHeader(text);
    else takeRow(stage.header, text);
  }

  function takeDescribed(table: TableDescription, text: string) {
    if (text === table.heading) {
      // A board that starts anew says its heading again.
      stage = { at: 'rows', header: headerOf(table) };
      unitsDue = table.unitsRow;
      lastTime = Number.NEGATIVE_INFINITY;
    } else if (unitsDue) unitsDue = false;
    else if (stage.at === 'rows') takeRow(stage.header, text);
  }

  function takeComment(text: string) {
    if (stage.at !== 'head') return report('metadata', 'Metadata stands after the header row; it is passed over.');
    const entry = metadataLine(text);
    if (entry !== undefined) raw.set(...entry);
  }

  function takeHeader(text: string) {
    const head = readHead(raw, text, line);
    if (head.outcome === 'read') {
      meta = head.meta;
      columns = columnsOf(head.header);
      stage = { at: 'rows', header: head.header };
    }
    for (const { kind, reason, fatal } of head.problems) report(kind, reason, fatal);
  }

  function takeRow(header: Header, text: string) {
    const read = readRow(header, text);
    if (read.outcome === 'problem') return report(read.kind, read.reason);
    if (read.time < lastTime) {
      return report('timeBackwards', `Time runs back from ${lastTime} to ${read.time}; the row is passed over.`);
    }
    lastTime = read.time;
    chunk.rows.push(read.row);
  }

  function take(): DecodedChunk {
    const taken = chunk;
    chunk = { rows: [], problems: [] };
    return taken;
  }

  return {
    push(text) {
      for (const each of cutter.push(text)) takeLine(each);
      return take();
    },
    end() {
      const last = cutter.end();
      if (last !== undefined) takeLine(last);
      if (stage.at === 'head') report('noHeader', 'There is no header row: the text ends before one.', true);
      return take();
    },
    meta: () => meta,
    columns: () => columns,
  };
}

function columnsOf({ cells }: Header): readonly TraceColumn[] {
  return cells.filter((cell) => cell !== undefined);
}

function tooManyProblems(line: number): TraceProblem {
  const reason = `More than ${MOST_PROBLEMS} problems: this does not look like a trace.`;
  return { line, kind: 'tooMany', reason, fatal: true };
}

type Head =
  | {
      readonly outcome: 'read';
      readonly meta: TraceMeta;
      readonly header: Header;
      readonly problems: readonly TraceProblem[];
    }
  | { readonly outcome: 'unusable'; readonly problems: readonly TraceProblem[] };

/** Metadata and header row together: what all rows below depend on. */
function readHead(raw: ReadonlyMap<string, string>, text: string, line: number): Head {
  const unusable = (kind: TraceProblem['kind'], reason: string) => ({ line, kind, reason, fatal: true });
  const checked = readMetadata(raw);
  if (checked.outcome === 'invalid') {
    const problems = checked.problems.map(({ path, reason }) => unusable('metadata', `Metadata ${path}: ${reason}.`));
    return { outcome: 'unusable', problems };
  }
  const meta = checked.value;
  if (meta.reference === 'absolute' && meta.barometer_kpa === undefined) {
    const reason = 'An absolute trace needs its barometer: add a line "# barometer_kpa: 101.3".';
    return { outcome: 'unusable', problems: [unusable('needsBarometer', reason)] };
  }
  const header = readHeader(text, line);
  return { outcome: 'read', meta, header, problems: header.problems };
}

/** Reads a whole trace from one text. The problems say what was passed over; a fatal one says why there is nothing. */
export function decodeTrace(
  text: string,
  described?: TableDescription,
): { readonly trace: Trace; readonly problems: readonly TraceProblem[] } {
  const decoder = createTraceDecoder(described);
  const first = decoder.push(text);
  const last = decoder.end();
  return {
    trace: { meta: decoder.meta(), columns: decoder.columns(), rows: [...first.rows, ...last.rows] },
    problems: [...first.problems, ...last.problems],
  };
}
