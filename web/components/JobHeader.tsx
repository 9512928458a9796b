import Link from 'next/link';
import { JobNav, type JobView } from './JobNav';
import { ThemeToggle } from './ThemeToggle';

interface JobHeaderProps {
  readonly jobId: string;
  readonly machine: string;
  readonly now: JobView;
  /** What stands at the right: how the view is getting on. */
  readonly note: string;
}

/** The line at the top of a job’s working views. */
export function JobHeader({ jobId, machine, now, note }: JobHeaderProps) {
  return (
    <header className="flex min-h-13 flex-wrap items-center gap-x-7 border-line border-b px-6">
      <Link href={`/jobs/${jobId}`} className="flex min-h-12 items-center font-bold">
        {machine}
      </Link>
      <JobNav jobId={jobId} now={now} />
      <p className="ml-auto text-soft">{note}</p>
      <ThemeToggle />
    </header>
  );
}
