import { isPressureUnit, PRESSURE_UNITS } from '../units';
import { type Separator, separatorOf, splitCells } from './cells';
import type { TraceColumn, TraceProblem } from './trace';

export interface Header {
  readonly separator: Separator;
  /** For each cell of a row: the column it belongs to, or nothing where the column is not understood. */
  readonly cells: readonly (TraceColumn | undefined)[];
  readonly problems: readonly TraceProblem[];
}

/** Reads a header row. Columns that are not understood are named in the problems, not guessed at; their cells are passed over. */
export function readHeader(text: string, line: number): Header {
  const separator = separatorOf(text);
  const names = splitCells(text, separator);
  const problems: TraceProblem[] = [];
  const seen = new Set<string>();
  const cells = names.map((raw) => {
    const name = raw.trim().toLowerCase();
    const column = columnFor(name);
    if (column === undefined) problems.push(unknown(raw, line));
    else if (seen.has(name))
      problems.push({
        line,
        kind: 'repeatedColumn',
        reason: `Column "${raw}" stands twice; the second is passed over.`,
        fatal: false,
      });
    else {
      seen.add(name);
      return column;
    }
    return undefined;
  });
  if (!cells.some((cell) => cell?.kind === 'time')) {
    const reason = `There is no time column. The first column should be t_s (seconds) or t_ms; found: ${names.join(', ').slice(0, 200)}.`;
    problems.push({ line, kind: 'noTime', reason, fatal: true });
  }
  return { separator, cells, problems };
}

function columnFor(name: string): TraceColumn | undefined {
  if (name === 't_s') return { kind: 'time', name, scale: 's' };
  if (name === 't_ms') return { kind: 'time', name, scale: 'ms' };
  if (name === 'rpm') return { kind: 'speed', name };
  if (name === 'throttle_pct') return { kind: 'throttle', name };
  if (/^lambda[1-8]?$/.test(name)) return { kind: 'lambda', name };
  const [, stem, unit] = /^(v[1-8])_([a-z0-9]+)$/.exec(name) ?? [];
  if (stem !== undefined && unit !== undefined && isPressureUnit(unit)) return { kind: 'pressure', name, stem, unit };
  return undefined;
}

function unknown(raw: string, line: number): TraceProblem {
  const units = PRESSURE_UNITS.join(', ');
  const reason = `Column "${raw.slice(0, 40)}" is not understood. Known: t_s, t_ms, v1 to v8 with a unit (${units}), rpm, throttle_pct, lambda1.`;
  return { line, kind: 'unknownColumn', reason, fatal: false };
}
