import Link from 'next/link';
import { buttonClass } from '@/components/Button';
import type { GarageMachine, GaragePage } from '@/server/db/garageList';
import type { Due } from '@/server/jobs/dueList';
import { day } from '@/words/dates';
import { particularsText } from '@/words/garageWords';
import { DueList } from './DueList';
import { GarageSearch } from './GarageSearch';
import { cursorText, type Params } from './garageQuery';
import { ImportFile } from './ImportFile';
import { JobList } from './JobList';
import { MachineCommand } from './MachineCommand';
import { NewMachine } from './NewMachine';
import { OpenJob } from './OpenJob';

interface GarageProps {
  readonly page: GaragePage;
  readonly banks: readonly string[];
  readonly params: Params;
  /** The workshop has no machine at all, not in the archive either. */
  readonly isNew: boolean;
  readonly due: readonly Due[];
}

/** The machines of the workshop and their latest jobs. */
export function Garage({ page, banks, params, isNew, due }: GarageProps) {
  return (
    <main className="mx-auto max-w-5xl px-6 pt-10 pb-16">
      <div className="flex flex-wrap items-end justify-between gap-4">
        <h1 className="font-bold text-4xl">Garage</h1>
        <div className="flex flex-wrap gap-3">
          <ImportFile />
          <NewMachine />
        </div>
      </div>
      <DueList due={due} />
      {isNew ? <EmptyGarage /> : <GarageSearch banks={banks} params={params} />}
      {!isNew && page.machines.length === 0 ? (
        <p className="mt-10 text-soft text-xl">
          No machine here answers to that. Look for another word, or among the archived and deleted ones.
        </p>
      ) : null}
      {page.machines.map((machine) => (
        <MachineRow key={machine.id} machine={machine} />
      ))}
      <Pager page={page} params={params} />
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
        <div className="min-w-0">
          <h2 className="font-bold text-2xl">
            <Link href={`/machines/${machine.id}`} className="hover:underline hover:underline-offset-4">
              {machine.name}
            </Link>
          </h2>
          <p className="mt-1 text-soft">{particularsText(machine)}</p>
        </div>
        {machine.deletedAt === undefined ? (
          <div className="flex flex-wrap gap-3">
            <Link href={`/machines/${machine.id}/bank`} className={buttonClass('plain')}>
              Bank layout
            </Link>
            <OpenJob machineId={machine.id} machineName={machine.name} />
          </div>
        ) : (
          <div className="flex items-center gap-4">
            <span className="text-soft">deleted {day(machine.deletedAt)}</span>
            <MachineCommand id={machine.id} command="restore" label="Restore" />
          </div>
        )}
      </div>
      {machine.jobs.length === 0 ? (
        <p className="mt-4 text-soft">No job yet.</p>
      ) : (
        <JobList jobs={machine.jobs} ofPractice={machine.practice} />
      )}
      {machine.allJobs > machine.jobs.length ? (
        <Link
          href={`/machines/${machine.id}`}
          className="mt-1 inline-flex min-h-12 items-center underline underline-offset-4"
        >
          All {machine.allJobs} jobs
        </Link>
      ) : null}
    </section>
  );
}

function Pager({ page, params }: Pick<GarageProps, 'page' | 'params'>) {
  const kept = Object.entries(params).flatMap(([key, value]) =>
    key === 'after' || typeof value !== 'string' || value === '' ? [] : [[key, value]],
  );
  const isLater = params.after !== undefined;
  if (page.next === undefined && !isLater) return null;
  const first = new URLSearchParams(kept).toString();
  return (
    <nav aria-label="Pages" className="mt-10 flex flex-wrap gap-3 border-line border-t pt-6">
      {isLater ? (
        <Link href={`/?${first}`} className={buttonClass('plain')}>
          Back to the first
        </Link>
      ) : null}
      {page.next === undefined ? null : (
        <Link
          href={`/?${new URLSearchParams([...kept, ['after', cursorText(page.next)]]).toString()}`}
          className={buttonClass('plain')}
        >
          More machines
        </Link>
      )}
    </nav>
  );
}
