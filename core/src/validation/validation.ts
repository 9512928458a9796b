import { Ajv2020, type ErrorObject } from 'ajv/dist/2020.js';
import type { Static, TSchema } from 'typebox';

/** Something wrong in a document, and where: a JSON pointer, or a line of a text. */
export interface Problem {
  readonly path: string;
  readonly reason: string;
}

export type Checked<T> =
  | { readonly outcome: 'valid'; readonly value: T }
  | { readonly outcome: 'invalid'; readonly problems: readonly Problem[] };

/**
 * A checker for one schema: the single door through which outside data becomes a typed value.
 * The same TypeBox schema gives the type, the check and the published JSON Schema (draft 2020-12).
 */
export function checkerFor<S extends TSchema>(schema: S): (data: unknown) => Checked<Static<S>> {
  let compiled: ((data: unknown) => data is Static<S>) & { errors?: ErrorObject[] | null };
  return (data) => {
    // Compiled on first use: a page that never imports a file never pays for the compiler.
    compiled ??= new Ajv2020({ allErrors: true, strict: false }).compile<Static<S>>(schema);
    if (compiled(data)) return { outcome: 'valid', value: data };
    return { outcome: 'invalid', problems: (compiled.errors ?? []).map(problemOf) };
  };
}

function problemOf(error: ErrorObject): Problem {
  const { instancePath, keyword, params, message } = error;
  const reason =
    keyword === 'additionalProperties'
      ? `"${String(params.additionalProperty)}" is not known here`
      : keyword === 'const'
        ? `must be ${JSON.stringify(params.allowedValue)}`
        : (message ?? keyword);
  return { path: instancePath === '' ? '/' : instancePath, reason };
}
