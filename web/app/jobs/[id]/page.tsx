import { foldJob } from '@amber-needle/core/job';
import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { PageHeader } from '@/components/PageHeader';
import { JobPage } from '@/features/job/JobPage';
import { database } from '@/server/db/connection';
import { readEvents } from '@/server/db/jobRepository';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Job' };

export default async function JobRoute({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const events = await readEvents(database(), id);
  const job = foldJob(events);
  if (job === undefined) notFound();
  return (
    <>
      <PageHeader />
      <JobPage id={id} job={job} events={events} />
    </>
  );
}
