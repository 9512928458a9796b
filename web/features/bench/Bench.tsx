'use client';

import { foldJob, type JobEvent } from '@amber-needle/core/job';
import { useMemo } from 'react';
import type { DeviceUnit } from '@/words/deviceUnit';
import type { Advised } from './advice/adviceLine';
import { BenchDesk } from './BenchDesk';
import { useJobLog } from './log/useJobLog';
import { Cautions } from './panels/Cautions';

interface BenchProps {
  readonly jobId: string;
  readonly bench: string;
  readonly initial: readonly JobEvent[];
  /** For the log as it was when the page was made, or for its beginning. */
  readonly initialAdvice: Advised;
  readonly unit: DeviceUnit;
}

/** The bench of one job: the cautions first, then the desk. */
export function Bench({ jobId, bench, initial, initialAdvice, unit }: BenchProps) {
  const log = useJobLog(jobId, initial);
  const job = useMemo(() => foldJob(log.events), [log.events]);
  if (job?.cautionsRead !== true) {
    return <Cautions onRead={() => log.propose({ kind: 'check', check: { what: 'cautionsRead' } })} />;
  }
  return <BenchDesk jobId={jobId} bench={bench} setup={job.setup} log={log} initial={initialAdvice} unit={unit} />;
}
