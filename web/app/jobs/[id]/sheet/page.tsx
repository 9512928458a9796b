import type { Metadata } from 'next';
import { SheetDesk } from '@/features/sheet/SheetDesk';
import { openLog } from '@/server/jobs/openLog';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Sheet' };

export default async function SheetPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const { events, machineId } = await openLog(id);
  return <SheetDesk jobId={id} machineId={machineId} initial={events} />;
}
