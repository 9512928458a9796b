import type { CompiledCheck } from './validation';

/** Checks that Ajv has compiled, by the name of their schema: `npm run schemas` writes compiled.js anew. */
export const compiled: Readonly<Partial<Record<string, CompiledCheck>>>;
