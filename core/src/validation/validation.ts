import type { Static, TSchema } from 'typebox';
import { INSTANT_PATTERN, LEAST_POSITIVE, TEXT_PATTERN } from './fields';

/** Something wrong in a document, and where: a JSON pointer, or a line of a text. */
export interface Problem {
  readonly path: string;
  readonly reason: string;
}

export type Checked<T> =
  | { readonly outcome: 'valid'; readonly value: T }
  | { readonly outcome: 'invalid'; readonly problems: readonly Problem[] };

/** An error as Ajv tells it. */
interface SchemaError {
  readonly instancePath: string;
  readonly keyword: string;
  readonly params: Readonly<Record<string, unknown>>;
  readonly message?: string;
}

/** A check that Ajv has compiled ahead: pages need no compiler, and no right to run code made from text. */
export interface CompiledCheck {
  (data: unknown): boolean;
  errors?: readonly SchemaError[] | null;
}

/** More values, or more levels, than any document of ours has within one part; an endless one is not walked to its end. */
const MOST_VALUES = 20_000;
const DEEPEST = 20;
/** More are not told: whoever mends a file needs the first few. */
const MOST_PROBLEMS = 20;

/**
 * A checker for one schema: the single door through which outside data becomes a typed value. The same TypeBox schema gives the type,
 * the check (compiled by `npm run schemas`) and the published JSON Schema (draft 2020-12).
 * @throws Error when the check has not been compiled yet.
 */
export function checkerFor<S extends TSchema>(
  _schema: S,
  compiled: CompiledCheck | undefined,
): (data: unknown) => Checked<Static<S>> {
  return (data) => {
    if (compiled === undefined) throw new Error('A schema has no compiled check: run npm run schemas');
    const size = sizeProblem(data);
    if (size !== undefined) return { outcome: 'invalid', problems: [size] };
    if (isValid<Static<S>>(compiled, data)) return { outcome: 'valid', value: data };
    return { outcome: 'invalid', problems: (compiled.errors ?? []).slice(0, MOST_PROBLEMS).map(problemOf) };
  };
}

function isValid<T>(compiled: CompiledCheck, data: unknown): data is T {
  return compiled(data);
}

/** Whether a value is too large or too deep to look at. */
function sizeProblem(data: unknown): Problem | undefined {
  let left = MOST_VALUES;
  const tooDeep = (value: unknown, level: number): boolean => {
    left -= 1;
    if (left < 0 || typeof value !== 'object' || value === null) return false;
    if (level > DEEPEST) return true;
    return Object.values(value).some((part) => left >= 0 && tooDeep(part, level + 1));
  };
  if (tooDeep(data, 0)) return { path: '/', reason: `is nested deeper than ${DEEPEST} levels` };
  return left < 0 ? { path: '/', reason: `holds more than ${MOST_VALUES} values` } : undefined;
}

function problemOf({ instancePath, keyword, params, message }: SchemaError): Problem {
  return { path: instancePath === '' ? '/' : instancePath, reason: reasonOf(keyword, params) ?? message ?? keyword };
}

function reasonOf(keyword: string, params: SchemaError['params']): string | undefined {
  if (keyword === 'additionalProperties')
    return `"${String(params.additionalProperty).slice(0, 40)}" is not known here`;
  if (keyword === 'const') return `must be ${JSON.stringify(params.allowedValue)}`;
  if (params.pattern === TEXT_PATTERN)
    return 'holds characters that are no text (a control character or half a symbol)';
  if (params.pattern === INSTANT_PATTERN)
    return 'must be a moment that exists, in UTC with milliseconds, such as 2026-03-14T09:12:00.000Z';
  return params.limit === LEAST_POSITIVE ? `must be at least ${LEAST_POSITIVE}` : undefined;
}
