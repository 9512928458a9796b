import { readSuspectsCase, suspectsDocument } from '@amber-needle/core/formats/suspects';
import { failed, type Outcome, problemLines } from './outcome';

/** `needle suspects`: what may be behind a case, and the tests that would tell. */
export function suspectsCommand(file: string, document: unknown): Outcome {
  const read = readSuspectsCase(document);
  if (read.outcome === 'invalid') return failed(...problemLines(file, read.problems));
  return { outcome: 'data', data: suspectsDocument(read.value) };
}
