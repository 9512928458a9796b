import Link from 'next/link';
import type { Due } from '@/server/jobs/dueList';
import { moment } from '@/words/dates';
import { APPOINTMENTS } from '@/words/sheetWords';

/** What is due soon, or was: each leads to its sheet. */
export function DueList({ due }: { readonly due: readonly Due[] }) {
  if (due.length === 0) return null;
  return (
    <section aria-label="Due" className="mt-6 border-amber border-l-4 pl-5">
      <h2 className="font-bold text-xl">Due</h2>
      <ul>
        {due.map(({ jobId, machine, appointment }) => (
          <li key={appointment.id}>
            <Link href={`/jobs/${jobId}/sheet`} className="flex min-h-12 flex-wrap items-center gap-x-3 text-lg">
              <span className="underline underline-offset-4">{APPOINTMENTS[appointment.for]}</span>
              <span>{machine}</span>
              <span className="text-soft">{moment(appointment.on)}</span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}
