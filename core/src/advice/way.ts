import type { Job } from '../job';
import { decidingQuantity } from '../setup';

/**
 * What is next once the idle is balanced: throttles that agree at idle may open unlike each other, so off idle is looked at before the end,
 * unless that was done since something was touched, was skipped, or cannot be told on this bank.
 */
export function afterBalance(job: Job): 'offIdle' | 'finish' {
  const { setup, offIdleReadings, offIdleSkipped, touchedAt } = job;
  if (setup.throats.length < 2 || decidingQuantity(setup) === 'airflow' || offIdleSkipped) return 'finish';
  // Where no gauge was ever read nothing was balanced: the mixture alone was worked at.
  if (job.mixture.length > 0 && job.readings.length + job.airflows.length === 0) return 'finish';
  const last = offIdleReadings.at(-1);
  return last === undefined || last.seq < touchedAt ? 'offIdle' : 'finish';
}
