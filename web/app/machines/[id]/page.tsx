import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { PageHeader } from '@/components/PageHeader';
import { cursorOf, one, type Params } from '@/features/garage/garageQuery';
import { MachinePage } from '@/features/machine/MachinePage';
import { database } from '@/server/db/connection';
import { listJobsOf } from '@/server/db/garageList';
import { findMachine } from '@/server/db/machineRepository';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Machine' };

interface RouteProps {
  readonly params: Promise<{ id: string }>;
  readonly searchParams: Promise<Params>;
}

export default async function MachineRoute({ params, searchParams }: RouteProps) {
  const { id } = await params;
  const { after, jobs } = await searchParams;
  const hidden = one(jobs) === 'deleted';
  const [machine, page] = await Promise.all([
    findMachine(database(), id),
    listJobsOf(database(), id, { hidden, after: cursorOf(one(after)) }),
  ]);
  if (machine === undefined) notFound();
  return (
    <>
      <PageHeader />
      <MachinePage machine={machine} page={page} hidden={hidden} />
    </>
  );
}
