import type { CompiledCheck } from '@amber-needle/core/validation';

/** Checks of what only the app takes in, compiled by Ajv: `npm run schemas` writes compiled.js anew. */
export const compiled: Readonly<Partial<Record<string, CompiledCheck>>>;
