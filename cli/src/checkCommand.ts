import { JOB_FORMAT, readJob } from '@amber-needle/core/formats/job';
import { readSetup } from '@amber-needle/core/formats/setup';
import { SETUP_FORMAT } from '@amber-needle/core/setup';
import { failed, type Outcome, problemLines } from './outcome';

/** `needle check`: whether a document is a sound job or setup, by the format it names. */
export function checkCommand(file: string, document: unknown): Outcome {
  const format =
    typeof document === 'object' && document !== null && 'format' in document ? document.format : undefined;
  if (format !== JOB_FORMAT && format !== SETUP_FORMAT) {
    return failed(`${file}: /format: must be "${JOB_FORMAT}" or "${SETUP_FORMAT}"`);
  }
  const checked = format === JOB_FORMAT ? readJob(document) : readSetup(document);
  if (checked.outcome === 'invalid') return failed(...problemLines(file, checked.problems));
  return { outcome: 'data', data: { file, format, valid: true } };
}
