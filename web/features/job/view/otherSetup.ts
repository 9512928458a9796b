import { isDeepStrictEqual } from 'node:util';
import type { Job } from '@amber-needle/core/job';
import type { Setup } from '@amber-needle/core/setup';
import type { Machine } from '@/server/db/machineRepository';

/** The machine's bank where it is now another than the job's: the job may be read again with it. */
export function otherSetup(job: Job, machine: Pick<Machine, 'setup'> | undefined): Setup | undefined {
  if (machine === undefined || 'unreadable' in machine.setup) return undefined;
  return isDeepStrictEqual(machine.setup, job.setup) ? undefined : machine.setup;
}
