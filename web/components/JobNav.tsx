import Link from 'next/link';

const VIEWS = [
  { name: 'Sheet', path: '/sheet' },
  { name: 'Bench', path: '/bench' },
  { name: 'Suspects', path: '/suspects' },
  { name: 'Road', path: '/road' },
  { name: 'Report', path: '' },
] as const;

export type JobView = (typeof VIEWS)[number]['name'];

/** The views of one job: one log, one header. */
export function JobNav({ jobId, now }: { readonly jobId: string; readonly now: JobView }) {
  return (
    <nav aria-label="Views of the job" className="flex gap-5 self-stretch">
      {VIEWS.map(({ name, path }) => (
        <Link
          key={name}
          href={`/jobs/${jobId}${path}`}
          aria-current={name === now ? 'page' : undefined}
          className="flex min-h-12 items-center border-transparent max-sm:min-h-10 border-b-3 pt-[3px] text-soft hover:text-ink aria-[current]:border-amber aria-[current]:text-ink"
        >
          {name}
        </Link>
      ))}
    </nav>
  );
}
