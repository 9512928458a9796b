'use client';

import type { Advice } from '@amber-needle/core/advice';
import { foldJob, type JobEvent } from '@amber-needle/core/job';
import { useCallback, useMemo } from 'react';
import { toast } from 'sonner';
import { eventText } from '@/words/eventWords';
import { BenchDesk } from './BenchDesk';
import { useJobLog } from './log/useJobLog';
import { Cautions } from './panels/Cautions';

interface BenchProps {
  readonly jobId: string;
  readonly bench: string;
  readonly initial: readonly JobEvent[];
  /** For the log as it was when the page was made. */
  readonly initialAdvice: Advice;
}

/** The bench of one job: the cautions first, then the desk. */
export function Bench({ jobId, bench, initial, initialAdvice }: BenchProps) {
  const setup = useMemo(() => foldJob(initial)?.setup, [initial]);
  const onDropped = useCallback(
    (events: readonly JobEvent[]) => {
      for (const event of events) {
        const what = setup === undefined ? event.kind : eventText(setup, event);
        toast(`Not recorded: ${what}. Someone else changed this job first; look, and do it again if it still holds.`);
      }
    },
    [setup],
  );
  const log = useJobLog({ jobId, initial, onDropped });
  const job = useMemo(() => foldJob(log.events), [log.events]);
  if (job?.cautionsRead !== true) {
    return <Cautions onRead={() => log.propose({ kind: 'check', check: { what: 'cautionsRead' } })} />;
  }
  return (
    <BenchDesk
      jobId={jobId}
      bench={bench}
      setup={job.setup}
      log={log}
      initial={{ events: initial, advice: initialAdvice }}
    />
  );
}
