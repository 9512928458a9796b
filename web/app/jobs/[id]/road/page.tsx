import type { Metadata } from 'next';
import { RoadDesk } from '@/features/road/RoadDesk';
import { openLog } from '@/server/jobs/openLog';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Road' };

export default async function RoadPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const { events } = await openLog(id);
  return <RoadDesk jobId={id} initial={events} />;
}
