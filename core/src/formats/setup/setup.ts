import { type Setup, SetupSchema, setupProblems } from '../../setup';
import { type Checked, checkerFor, compiled } from '../../validation';

const check = checkerFor(SetupSchema, compiled.setup);

/** Reads a setup document: its shape by the schema, then its sense. Problems name the place as a JSON pointer. */
export function readSetup(data: unknown): Checked<Setup> {
  const checked = check(data);
  if (checked.outcome === 'invalid') return checked;
  const problems = setupProblems(checked.value);
  return problems.length > 0 ? { outcome: 'invalid', problems } : checked;
}
