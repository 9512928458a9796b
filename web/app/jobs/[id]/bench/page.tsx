import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { Bench } from '@/features/bench/Bench';
import { database } from '@/server/db/connection';
import { readEvents } from '@/server/db/jobRepository';
import { createAdviser } from '@/workers/adviser';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Bench' };

/** One bench in this workshop so far; a gauge posts to it by this name. */
const BENCH = 'main';

export default async function BenchPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const events = await readEvents(database(), id);
  if (events.length === 0) notFound();
  return <Bench jobId={id} bench={BENCH} initial={events} initialAdvice={createAdviser()(events, undefined)} />;
}
