import { splitCells } from './cells';
import { type Header, readHeader } from './header';
import { readMetadata } from './metadata';
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

type Stage =
  | { readonly at: 'head'; readonly raw: Map<string, string> }
  | { readonly at: 'rows'; readonly header: Header }
  | { readonly at: 'givenUp' };

export function createTraceDecoder(): TraceDecoder {
  let rest = '';
  let line = 0;
  let lastTime = Number.NEGATIVE_INFINITY;
  let told = 0;
  let meta: TraceMeta = {};
  let columns: readonly TraceColumn[] = [];
  let stage: Stage = { at: 'head', raw: new Map() };
  let rows: number[][] = [];
  let problems: TraceProblem[] = [];

  function report(kind: TraceProblem['kind'], reason: string, fatal = false) {
    if (stage.at === 'givenUp') return;
    told += 1;
    if (fatal) stage = { at: 'givenUp' };
    if (told >= MOST_PROBLEMS) {
      stage = { at: 'givenUp' };
      problems.push({
        line,
        kind: 'tooMany',
        reason: `More than ${MOST_PROBLEMS} problems: this does not look like a trace.`,
        fatal: true,
      });
    } else problems.push({ line, kind, reason, fatal });
  }

  function readLine(text: string) {
    line += 1;
    if (stage.at === 'givenUp' || text.trim() === '') return;
    if (text.length > LONGEST_LINE) return report('raggedRow', `The line is longer than ${LONGEST_LINE} characters.`);
    if (text.startsWith('#')) return readComment(text);
    if (stage.at === 'head') return readHeaderLine(stage.raw, text);
    readRow(stage.header, text);
  }

  function readComment(text: string) {
    if (stage.at !== 'head') return report('metadata', 'Metadata stands after the header row; it is passed over.');
    const [, key, value] = /^#\s*([a-z_]+)\s*:\s?(.*)$/.exec(text.trimEnd()) ?? [];
    if (key !== undefined && value !== undefined) stage.raw.set(key, value);
  }

  function readHeaderLine(raw: ReadonlyMap<string, string>, text: string) {
    const checked = readMetadata(raw);
    if (checked.outcome === 'invalid') {
      for (const { path, reason } of checked.problems) report('metadata', `Metadata ${path}: ${reason}.`, true);
      return;
    }
    meta = checked.value;
    if (meta.reference === 'absolute' && meta.barometer_kpa === undefined) {
      return report(
        'needsBarometer',
        'An absolute trace needs its barometer: add a line "# barometer_kpa: 101.3".',
        true,
      );
    }
    const header = readHeader(splitCells(text), line);
    for (const problem of header.problems) report(problem.kind, problem.reason, problem.fatal);
    columns = header.cells.filter((cell) => cell !== undefined);
    if (stage.at === 'head') stage = { at: 'rows', header };
  }

  function readRow({ cells }: Header, text: string) {
    const texts = splitCells(text);
    if (texts.length !== cells.length) {
      return report('raggedRow', `The row has ${texts.length} cells, the header ${cells.length}; it is passed over.`);
    }
    const row: number[] = [];
    for (const [i, column] of cells.entries()) {
      if (column === undefined) continue;
      const value = readNumber(texts[i] ?? '');
      if (value === undefined || (column.kind === 'time' && Number.isNaN(value))) {
        return report(
          'badNumber',
          `"${(texts[i] ?? '').slice(0, 40)}" in column ${column.name} is not a number; the row is passed over.`,
        );
      }
      row.push(value);
    }
    const time = row[columns.findIndex(({ kind }) => kind === 'time')] ?? Number.NaN;
    if (time < lastTime)
      return report('timeBackwards', `Time runs back from ${lastTime} to ${time}; the row is passed over.`);
    lastTime = time;
    rows.push(row);
  }

  function take(): DecodedChunk {
    const chunk = { rows, problems };
    rows = [];
    problems = [];
    return chunk;
  }

  return {
    push(text) {
      // A line may end in \n, \r\n or \r; a \r at a chunk's end waits for the next chunk to tell.
      const whole = rest + text;
      const held = whole.endsWith('\r') ? whole.slice(0, -1) : whole;
      const lines = held.split(/\r\n|\n|\r/);
      rest = (lines.pop() ?? '') + (whole.endsWith('\r') ? '\r' : '');
      for (const each of lines) readLine(each);
      // A stream without line ends must not grow for ever.
      if (rest.length > 2 * LONGEST_LINE) rest = rest.slice(0, LONGEST_LINE + 1);
      return take();
    },
    end() {
      const last = rest.replace(/\r$/, '');
      rest = '';
      if (last !== '') readLine(last);
      if (stage.at === 'head') report('noHeader', 'There is no header row: the text ends before one.', true);
      return take();
    },
    meta: () => meta,
    columns: () => columns,
  };
}

/** A cell's number; NaN for an empty cell, undefined for anything else. */
function readNumber(text: string): number | undefined {
  const trimmed = text.trim();
  if (trimmed === '' || trimmed.toLowerCase() === 'nan') return Number.NaN;
  if (!/^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i.test(trimmed)) return undefined;
  const value = Number(trimmed);
  return Number.isFinite(value) ? value : undefined;
}

/** Reads a whole trace from one text. The problems say what was passed over; a fatal one says why there is nothing. */
export function decodeTrace(text: string): { readonly trace: Trace; readonly problems: readonly TraceProblem[] } {
  const decoder = createTraceDecoder();
  const first = decoder.push(text);
  const last = decoder.end();
  return {
    trace: { meta: decoder.meta(), columns: decoder.columns(), rows: [...first.rows, ...last.rows] },
    problems: [...first.problems, ...last.problems],
  };
}
