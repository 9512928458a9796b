import type { Opening, Standing } from '../slices';

/** One reading of a simulated engine makes the whole job a practice job. */
export function markedPractice(job: Standing, event: { readonly practice?: true }): Partial<Opening> {
  return event.practice === true && !job.practice ? { practice: true } : {};
}
