import { foldJob } from '@amber-needle/core/job';
import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { JobNav } from '@/components/JobNav';
import { PageHeader } from '@/components/PageHeader';
import { one, type Params } from '@/features/garage/garageQuery';
import { JobPage } from '@/features/job/JobPage';
import { PutAsideJob } from '@/features/job/PutAsideJob';
import { database } from '@/server/db/connection';
import { findJob, readLog } from '@/server/db/jobRepository';
import { findMachine } from '@/server/db/machineRepository';
import { requestedUnit } from '@/server/http/deviceUnit';
import { beliefOf } from '@/server/jobs/beliefOf';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Job' };

interface RouteProps {
  readonly params: Promise<{ id: string }>;
  readonly searchParams: Promise<Params>;
}

export default async function JobRoute({ params, searchParams }: RouteProps) {
  const { id } = await params;
  const { steps } = await searchParams;
  const record = await findJob(database(), id);
  if (record === undefined) notFound();
  const [machine, log] = await Promise.all([findMachine(database(), record.machineId), readLog(database(), id)]);
  const job = foldJob(log.events);
  return (
    <>
      <PageHeader>
        {job === undefined || record.deletedAt !== undefined ? null : <JobNav jobId={id} now="Report" />}
      </PageHeader>
      {job === undefined || record.deletedAt !== undefined ? (
        <PutAsideJob id={id} machineId={record.machineId} deletedAt={record.deletedAt} unreadable={log.unreadable} />
      ) : (
        <JobPage
          id={id}
          job={job}
          log={log}
          unit={await requestedUnit()}
          belief={await beliefOf(id, job.setup, log.events)}
          wholeStory={one(steps) === 'all'}
          machine={machine}
          machineId={record.machineId}
        />
      )}
    </>
  );
}
