import { inject } from 'vitest';
import { ARCHETYPE_NAMES, type ArchetypeName } from '../setup';

declare module 'vitest' {
  interface ProvidedContext {
    /** `quick` with every test run; `deep` with `npm run test:deep`: all banks, many seeds. */
    readonly depth: 'quick' | 'deep';
  }
}

export const isDeep = inject('depth') === 'deep';

/** A rack whose throats have runners of their own, and an engine that breathes through its crankcases. */
const QUICK: readonly ArchetypeName[] = ['rack4', 'twoStrokeTwin'];

/** Banks that a simulation runs on: two, or all of these. */
export function banks<const N extends string>(all: readonly N[], quick: readonly NoInfer<N>[]): readonly N[] {
  return isDeep ? all : quick;
}

export const BANKS: readonly ArchetypeName[] = isDeep ? ARCHETYPE_NAMES : QUICK;

/** Seeds from the first on: a few, or many. */
export function seeds(first: number, { quick, deep }: { readonly quick: number; readonly deep: number }): number[] {
  return Array.from({ length: isDeep ? deep : quick }, (_, i) => first + i);
}
