import { readSetup } from '@amber-needle/core/formats/setup';
import { readMeasurements, verdictsDocument, wayDocument } from '@amber-needle/core/formats/sheet';
import type { Purpose } from '@amber-needle/core/sheet';
import { failed, type Outcome, problemLines } from './outcome';

/** `needle plan`: the way of a job on a machine, from taking it in to the cold start. */
export function planCommand(file: string, document: unknown, purpose: Purpose): Outcome {
  const read = readSetup(document);
  if (read.outcome === 'invalid') return failed(...problemLines(file, read.problems));
  return { outcome: 'data', data: wayDocument(read.value, purpose) };
}

/** `needle judge`: what measurements of several carburetors say. */
export function judgeCommand(file: string, document: unknown): Outcome {
  const read = readMeasurements(document);
  if (read.outcome === 'invalid') return failed(...problemLines(file, read.problems));
  return { outcome: 'data', data: verdictsDocument(read.value) };
}
