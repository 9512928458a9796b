import type { Metadata } from 'next';
import { notFound, redirect } from 'next/navigation';
import { Bench } from '@/features/bench/Bench';
import { database } from '@/server/db/connection';
import { findJob, readLog } from '@/server/db/jobRepository';
import { requestedUnit } from '@/server/http/deviceUnit';
import { createAdviser } from '@/workers/adviser';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Bench' };

/** One bench in this workshop so far; a gauge posts to it by this name. */
const BENCH = 'main';

/** Ordinary jobs have some dozens of events. Ours. */
const LONGEST_ADVISED_HERE = 200;

export default async function BenchPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const record = await findJob(database(), id);
  if (record === undefined) notFound();
  const { events, unreadable } = await readLog(database(), id);
  // The job's page says what is wrong with it.
  if (events.length === 0 || unreadable !== undefined || record.deletedAt !== undefined) redirect(`/jobs/${id}`);
  // A long log is thought about in the browser's worker: here it would hold up everyone's gauges.
  const advised = events.length <= LONGEST_ADVISED_HERE ? events : events.slice(0, 1);
  const initialAdvice = { events: advised, ...createAdviser()(advised, undefined) };
  const unit = await requestedUnit();
  return <Bench jobId={id} bench={BENCH} initial={events} initialAdvice={initialAdvice} unit={unit} />;
}
