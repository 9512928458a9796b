import type { Problem } from '@amber-needle/core/validation';

/** What a command came to. `data` goes to standard output as JSON; problems go to standard error and end with code 2. */
export type Outcome =
  | { readonly outcome: 'data'; readonly data: unknown }
  | { readonly outcome: 'failed'; readonly problems: readonly string[] };

export function failed(...problems: readonly string[]): Outcome {
  return { outcome: 'failed', problems };
}

/** Problems of a document as lines: file, place, reason. */
export function problemLines(file: string, problems: readonly Problem[]): readonly string[] {
  return problems.map(({ path, reason }) => `${file}: ${path}: ${reason}`);
}
