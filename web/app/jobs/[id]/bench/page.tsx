import type { Metadata } from 'next';
import { Bench } from '@/features/bench/Bench';
import { WORKSHOP_BENCH } from '@/features/bench/workshopBench';
import { requestedUnit } from '@/server/http/deviceUnit';
import { openLog } from '@/server/jobs/openLog';
import { createAdviser } from '@/workers/adviser';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Bench' };

export default async function BenchPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const { events, weighed } = await openLog(id);
  const initialAdvice = { events: weighed, ...createAdviser()(weighed, undefined) };
  const unit = await requestedUnit();
  return <Bench jobId={id} bench={WORKSHOP_BENCH} initial={events} initialAdvice={initialAdvice} unit={unit} />;
}
