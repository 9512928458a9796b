import type { Metadata } from 'next';
import { notFound, redirect } from 'next/navigation';
import { SuspectsDesk } from '@/features/suspects/SuspectsDesk';
import { database } from '@/server/db/connection';
import { findJob, readLog } from '@/server/db/jobRepository';
import { createSuspecter } from '@/workers/suspecter';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Suspects' };

/** Ordinary jobs have some dozens of events; a long log is thought about in the browser's worker. Ours. */
const LONGEST_WEIGHED_HERE = 200;

export default async function SuspectsPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const record = await findJob(database(), id);
  if (record === undefined) notFound();
  const { events, unreadable } = await readLog(database(), id);
  // The job's page says what is wrong with it.
  if (events.length === 0 || unreadable !== undefined || record.deletedAt !== undefined) redirect(`/jobs/${id}`);
  const weighed = events.length <= LONGEST_WEIGHED_HERE ? events : events.slice(0, 1);
  return <SuspectsDesk jobId={id} initial={events} initialSuspects={createSuspecter()(weighed, {})} />;
}
