import { database } from '@/server/db/connection';
import { type JobSummary, listJobs } from '@/server/db/jobRepository';
import { listMachines } from '@/server/db/machineRepository';

export interface GarageMachine {
  readonly id: string;
  readonly name: string;
  readonly note: string;
  readonly setupName: string;
  readonly jobs: readonly JobSummary[];
}

/** Every machine with its jobs, newest job first. */
export async function loadGarage(): Promise<readonly GarageMachine[]> {
  const [machines, jobs] = await Promise.all([listMachines(database()), listJobs(database())]);
  return machines.map(({ id, name, note, setup }) => ({
    id,
    name,
    note,
    setupName: setup.name,
    jobs: jobs.filter(({ machineId }) => machineId === id),
  }));
}
