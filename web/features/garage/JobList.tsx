import Link from 'next/link';
import type { JobSummary } from '@/server/db/garageList';
import { day } from '@/words/dates';
import { jobStateText } from '@/words/garageWords';

/** Jobs of one machine; practice jobs are told apart unless the machine itself is one to practise on. */
export function JobList({ jobs, ofPractice }: { readonly jobs: readonly JobSummary[]; readonly ofPractice: boolean }) {
  return (
    <ul className="mt-3">
      {jobs.map((job) => (
        <li key={job.id}>
          <Link
            href={`/jobs/${job.id}`}
            className="-mx-3 grid min-h-12 grid-cols-[7.5rem_11rem_1fr] items-center gap-4 rounded px-3 hover:bg-lit max-sm:grid-cols-2"
          >
            <span>{day(job.openedAt)}</span>
            {job.status === 'open' ? (
              <strong className="text-amber">{jobStateText(job)}</strong>
            ) : (
              <span>{jobStateText(job)}</span>
            )}
            <span className="min-w-0 truncate text-soft max-sm:col-span-2">
              {job.practice && !ofPractice ? <span className="mr-2 border border-edge px-2">practice</span> : null}
              {job.unreadable === undefined
                ? job.complaint || 'No complaint noted'
                : `Cannot be read: ${job.unreadable}`}
            </span>
          </Link>
        </li>
      ))}
    </ul>
  );
}
