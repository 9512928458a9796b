import type { Metadata } from 'next';
import { Bench } from '@/features/bench/Bench';
import { requestedUnit } from '@/server/http/deviceUnit';
import { openLog } from '@/server/jobs/openLog';
import { createAdviser } from '@/workers/adviser';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Bench' };

/** One bench in this workshop so far; a gauge posts to it by this name. */
const BENCH = 'main';

export default async function BenchPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const { events, weighed } = await openLog(id);
  const initialAdvice = { events: weighed, ...createAdviser()(weighed, undefined) };
  const unit = await requestedUnit();
  return <Bench jobId={id} bench={BENCH} initial={events} initialAdvice={initialAdvice} unit={unit} />;
}
