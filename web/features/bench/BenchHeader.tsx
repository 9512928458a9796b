import { WORK_STAGES, type WorkStage } from '@amber-needle/core/advice';
import Link from 'next/link';
import { JobNav } from '@/components/JobNav';
import { ThemeToggle } from '@/components/ThemeToggle';
import { keyFor } from '@/words/keys';
import type { JobLog } from './log/useJobLog';
import type { Signal } from './signal/useSignal';

const STAGE_NAMES: Readonly<Record<WorkStage, string>> = {
  zero: 'Zero',
  balance: 'Balance at idle',
  mixture: 'Mixture',
  couple: 'Couple',
  offIdle: 'Off idle',
  finish: 'Finish',
};

interface BenchHeaderProps {
  readonly machine: string;
  readonly jobId: string;
  readonly stage: WorkStage;
  /** A bank without a coupling has no such stage. */
  readonly couples: boolean;
  /** The mixture is worked at in this job. */
  readonly mixes: boolean;
  readonly signal: Signal;
  readonly log: JobLog;
  /** Shows what can be listened to. */
  readonly onSources: () => void;
}

/** Where we are in the work, what sends, and whether the record is safe. */
export function BenchHeader({ machine, jobId, stage, couples, mixes, signal, log, onSources }: BenchHeaderProps) {
  return (
    <header className="flex min-h-13 items-center gap-x-7 border-line border-b px-6 max-sm:flex-wrap max-sm:gap-x-4 max-sm:px-4">
      <Link
        href={`/jobs/${jobId}`}
        className="flex min-h-12 items-center font-bold max-sm:min-h-11 max-sm:max-w-36"
        aria-label={`${machine}: to the job’s page`}
      >
        {machine}
      </Link>
      <div className="flex self-stretch max-sm:order-last max-sm:w-full">
        <JobNav jobId={jobId} now="Bench" />
      </div>
      <ol className="flex gap-4 self-stretch border-line border-l pl-6 text-soft max-md:hidden" aria-label="Stages">
        {WORK_STAGES.filter((name) => (couples || name !== 'couple') && (mixes || name !== 'mixture')).map((name) => (
          <li
            key={name}
            aria-current={name === stage ? 'step' : undefined}
            className="flex items-center aria-[current]:font-bold aria-[current]:text-ink max-xl:[&:not([aria-current])]:hidden"
          >
            {STAGE_NAMES[name]}
          </li>
        ))}
      </ol>
      <p className="ml-auto text-right text-soft max-sm:min-w-0 max-sm:flex-1 max-sm:text-sm" data-testid="source">
        <button
          type="button"
          onClick={onSources}
          aria-keyshortcuts={keyFor('sources').spoken}
          className="min-h-12 underline decoration-edge underline-offset-4 hover:text-ink max-sm:text-right"
        >
          {sourceText(signal)}
        </button>
        {saveText(log)}
      </p>
      <ThemeToggle />
    </header>
  );
}

function sourceText({ gauge, line, live }: Signal): string {
  if (line === 'lost') return 'no connection to the server, trying';
  if (gauge.state === 'none') return 'no gauge connected';
  const others = gauge.sending.length - 1;
  if (others > 0 && live !== undefined) return `${gauge.source}, live, and ${others} more`;
  return live === undefined ? `${gauge.source}, silent` : `${gauge.source}, live`;
}

function saveText({ waiting, kept, line }: JobLog): string {
  if (line === 'gone') return ' · this job is no longer on the server';
  if (waiting === 0) return '';
  if (!kept) return ` · ${waiting} not saved, and this browser’s store is full: leave the page open`;
  return line === 'away' ? ` · ${waiting} not saved yet, kept in this browser` : '';
}
