import type { Metadata } from 'next';
import { SuspectsDesk } from '@/features/suspects/SuspectsDesk';
import { openLog } from '@/server/jobs/openLog';
import { createSuspecter } from '@/workers/suspecter';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Suspects' };

export default async function SuspectsPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const { events, weighed } = await openLog(id);
  const initialSuspects = { events: weighed, told: createSuspecter()(weighed, {}) };
  return <SuspectsDesk jobId={id} initial={events} initialSuspects={initialSuspects} />;
}
