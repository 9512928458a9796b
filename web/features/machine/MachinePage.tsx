import Link from 'next/link';
import { buttonClass } from '@/components/Button';
import { cursorText } from '@/features/garage/garageQuery';
import { JobList } from '@/features/garage/JobList';
import { MachineCommand } from '@/features/garage/MachineCommand';
import { OpenJob } from '@/features/garage/OpenJob';
import type { Cursor, JobSummary } from '@/server/db/garageList';
import type { Machine } from '@/server/db/machineRepository';
import { day } from '@/words/dates';
import { EditMachine } from './EditMachine';

interface MachinePageProps {
  readonly machine: Machine;
  readonly page: { readonly jobs: readonly JobSummary[]; readonly next: Cursor | undefined };
  /** The deleted jobs are shown instead of the others. */
  readonly hidden: boolean;
}

/** One machine: whose it is, its bank, all its jobs, and the way into archive and bin. */
export function MachinePage({ machine, page, hidden }: MachinePageProps) {
  const { id } = machine;
  return (
    <main className="mx-auto max-w-5xl px-6 pt-10 pb-16">
      <div className="flex flex-wrap items-start justify-between gap-4">
        <div className="min-w-0">
          <h1 className="font-bold text-4xl">{machine.name}</h1>
          <p className="mt-2 text-soft text-xl">
            {machine.bank === '' ? 'The bank layout cannot be read.' : machine.bank}
            {machine.practice ? ' · practice engine' : ''}
          </p>
        </div>
        <div className="flex flex-wrap gap-3">
          <Link href={`/machines/${id}/bank`} className={buttonClass('plain')}>
            Bank layout
          </Link>
          {machine.deletedAt === undefined ? <OpenJob machineId={id} machineName={machine.name} /> : null}
        </div>
      </div>
      <Particulars machine={machine} />
      <section aria-label={hidden ? 'Deleted jobs' : 'Jobs'} className="mt-10 border-line border-t pt-6">
        <h2 className="font-bold text-2xl">{hidden ? 'Deleted jobs' : 'Jobs'}</h2>
        {page.jobs.length === 0 ? (
          <p className="mt-4 text-soft">{hidden ? 'None.' : 'No job yet.'}</p>
        ) : (
          <JobList jobs={page.jobs} ofPractice={machine.practice} />
        )}
        <nav aria-label="Pages" className="mt-4 flex flex-wrap gap-3">
          {page.next === undefined ? null : (
            <Link
              href={`/machines/${id}?${new URLSearchParams({ ...(hidden ? { jobs: 'deleted' } : {}), after: cursorText(page.next) })}`}
              className={buttonClass('plain')}
            >
              More jobs
            </Link>
          )}
          <Link href={hidden ? `/machines/${id}` : `/machines/${id}?jobs=deleted`} className={buttonClass('plain')}>
            {hidden ? 'Back to its jobs' : 'Deleted jobs'}
          </Link>
        </nav>
      </section>
      <Fate machine={machine} />
    </main>
  );
}

function Particulars({ machine }: { readonly machine: Machine }) {
  const rows = [
    ['Owner', machine.owner],
    ['Contact', machine.contact],
    ['Plate', machine.plate],
    ['Odometer or hours', machine.meterReading],
    ['Note', machine.note],
  ] as const;
  return (
    <section aria-label="Particulars" className="mt-8 border-line border-t pt-6">
      <dl className="grid max-w-3xl grid-cols-[11rem_1fr] gap-x-6 gap-y-2 text-lg max-sm:grid-cols-1">
        {rows.map(([label, value]) => (
          <div key={label} className="contents">
            <dt className="text-soft">{label}</dt>
            <dd className="break-words">{value === '' ? '–' : value}</dd>
          </div>
        ))}
      </dl>
      <div className="mt-5">
        <EditMachine machine={machine} />
      </div>
    </section>
  );
}

function Fate({ machine }: { readonly machine: Machine }) {
  const { id, name } = machine;
  if (machine.deletedAt !== undefined)
    return (
      <section aria-label="Deleted" className="mt-10 flex flex-wrap items-center gap-4 border-line border-t pt-6">
        <p>Deleted {day(machine.deletedAt)}. It can be restored for 30 days after that.</p>
        <MachineCommand id={id} command="restore" label="Restore" />
      </section>
    );
  return (
    <section aria-label="Put away" className="mt-10 flex flex-wrap gap-3 border-line border-t pt-6">
      {machine.archivedAt === undefined ? (
        <MachineCommand id={id} command="archive" label="Archive" />
      ) : (
        <MachineCommand id={id} command="unarchive" label="Take out of the archive" />
      )}
      <MachineCommand
        id={id}
        command="erasePerson"
        label="Erase the owner’s data"
        question={{
          title: `Erase the owner of ${name}?`,
          text: 'Owner, contact and plate are taken off this machine for good. Notes and complaints stay as they were written: look whether they name anyone.',
        }}
      />
      <MachineCommand
        id={id}
        command="delete"
        label="Delete"
        then="/"
        question={{
          title: `Delete ${name} with all its jobs?`,
          text: 'It goes from all lists at once. For 30 days it can be restored from the deleted machines; after that it is gone for good.',
        }}
      />
    </section>
  );
}
