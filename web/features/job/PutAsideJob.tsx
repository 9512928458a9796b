import Link from 'next/link';
import { buttonClass } from '@/components/Button';
import { Notice } from '@/components/Notice';
import { MachineCommand } from '@/features/garage/MachineCommand';
import type { Unreadable } from '@/server/db/eventRows';
import { day } from '@/words/dates';
import { unreadableText } from './view/unreadable';

interface PutAsideProps {
  readonly id: string;
  readonly machineId: string;
  readonly deletedAt: string | undefined;
  readonly unreadable: Unreadable | undefined;
}

/** In place of a job that was deleted, or of whose log not even the beginning can be read. */
export function PutAsideJob({ id, machineId, deletedAt, unreadable }: PutAsideProps) {
  return (
    <main className="mx-auto max-w-3xl px-6 pt-10 pb-16">
      <h1 className="mb-6 font-bold text-4xl">
        {deletedAt === undefined ? 'A job that cannot be read' : 'A deleted job'}
      </h1>
      {deletedAt === undefined ? (
        <Notice>{unreadable === undefined ? 'Its log is empty.' : unreadableText(unreadable)}</Notice>
      ) : (
        <p className="text-xl">Deleted {day(deletedAt)}. For 30 days after that it can be restored as it was.</p>
      )}
      <div className="mt-8 flex flex-wrap gap-3">
        {deletedAt === undefined ? null : <MachineCommand id={id} of="jobs" command="restore" label="Restore" />}
        <Link href={`/machines/${machineId}`} className={buttonClass('plain')}>
          To its machine
        </Link>
      </div>
    </main>
  );
}
