import Link from 'next/link';
import { buttonClass } from '@/components/Button';
import { day } from '@/words/dates';
import { ImportJob } from './ImportJob';
import type { GarageMachine } from './loadGarage';
import { NewMachine } from './NewMachine';
import { OpenJob } from './OpenJob';

/** The machines of the workshop and their jobs. */
export function Garage({ machines }: { readonly machines: readonly GarageMachine[] }) {
  return (
    <main className="mx-auto max-w-5xl px-6 pt-10 pb-16">
      <div className="flex flex-wrap items-end justify-between gap-4">
        <h1 className="font-bold text-4xl">Garage</h1>
        <div className="flex flex-wrap gap-3">
          <ImportJob />
          <NewMachine />
        </div>
      </div>
      {machines.length === 0 ? (
        <EmptyGarage />
      ) : (
        machines.map((machine) => <MachineRow key={machine.id} machine={machine} />)
      )}
    </main>
  );
}

function EmptyGarage() {
  return (
    <p className="mt-14 max-w-xl text-soft text-xl leading-relaxed">
      No machine here yet. Add the first one: its name is enough, the rest can wait. Then open a job on it and go to the
      bench.
    </p>
  );
}

function MachineRow({ machine }: { readonly machine: GarageMachine }) {
  return (
    <section aria-label={machine.name} className="mt-8 border-line border-t pt-6">
      <div className="flex flex-wrap items-start justify-between gap-4">
        <div>
          <h2 className="font-bold text-2xl">{machine.name}</h2>
          <p className="mt-1 text-soft">
            {machine.setupName}
            {machine.note === '' ? null : <span> · {machine.note}</span>}
          </p>
        </div>
        <div className="flex flex-wrap gap-3">
          <Link href={`/machines/${machine.id}`} className={buttonClass('plain')}>
            Its bank
          </Link>
          <OpenJob machineId={machine.id} machineName={machine.name} />
        </div>
      </div>
      {machine.jobs.length === 0 ? (
        <p className="mt-4 text-soft">No job yet.</p>
      ) : (
        <ul className="mt-3">
          {machine.jobs.map((job) => (
            <li key={job.id}>
              <Link
                href={`/jobs/${job.id}`}
                className="-mx-3 grid min-h-12 grid-cols-[7.5rem_8rem_1fr] items-center gap-4 rounded px-3 hover:bg-lit max-sm:grid-cols-2"
              >
                <span>{day(job.openedAt)}</span>
                <JobStatus status={job.status} outcome={job.outcome} />
                <span className="truncate text-soft max-sm:col-span-2">{job.complaint || 'No complaint noted'}</span>
              </Link>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

function JobStatus({ status, outcome }: Pick<GarageMachine['jobs'][number], 'status' | 'outcome'>) {
  if (status === 'open') return <strong className="text-amber">Open</strong>;
  return <span>{outcome === 'balanced' ? 'Balanced' : 'Left as is'}</span>;
}
