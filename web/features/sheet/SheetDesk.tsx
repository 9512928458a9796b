'use client';

import { type Bare, foldJob, type Job, type JobEvent } from '@amber-needle/core/job';
import { isFittingUnknown } from '@amber-needle/core/setup';
import {
  type Place,
  type Sheet,
  type SheetStage,
  type Spot,
  sheetOf,
  VISITS,
  type Visit,
} from '@amber-needle/core/sheet';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import { JobHeader } from '@/components/JobHeader';
import { Notice } from '@/components/Notice';
import { Select } from '@/components/Select';
import { type JobLog, useJobLog } from '@/features/bench/log/useJobLog';
import { eventText } from '@/words/eventWords';
import { refusalText } from '@/words/refusalWords';
import { SheetGrid } from './SheetGrid';
import { StepArea } from './StepArea';
import { useExperience } from './useExperience';
import { columnsOf, firstSpot, rowsView, spotAfter, stageOf, stageText, type UnitsChosen } from './view/sheetView';
import { WayList } from './WayList';

interface SheetDeskProps {
  readonly jobId: string;
  readonly machineId: string;
  readonly initial: readonly JobEvent[];
}

/** The job’s sheet: the way, the step to do, and the carburetors side by side. */
export function SheetDesk({ jobId, machineId, initial }: SheetDeskProps) {
  const log = useJobLog(jobId, initial);
  const job = useMemo(() => foldJob(log.events), [log.events]);
  const sheet = useMemo(() => (job === undefined ? undefined : sheetOf(job)), [job]);
  if (job === undefined || sheet === undefined) return null;
  return <Desk jobId={jobId} machineId={machineId} job={job} sheet={sheet} log={log} />;
}

interface DeskProps {
  readonly jobId: string;
  readonly machineId: string;
  readonly job: Job;
  readonly sheet: Sheet;
  readonly log: JobLog;
}

const VISIT_NAMES: Readonly<Record<Visit, string>> = {
  full: 'full visit',
  balance: 'balance only',
  fault: 'find a fault',
};

function Desk({ jobId, machineId, job, sheet, log }: DeskProps) {
  const router = useRouter();
  const experience = useExperience(jobId);
  // A step stays until somebody leaves it: what is written elsewhere must not take it away.
  const [here, setChosen] = useState<Spot>(() => firstSpot(sheet));
  const [units, setUnits] = useState<UnitsChosen>({});
  const stage = stageOf(sheet, here);
  const row = stage?.rows.find(({ step }) => step.id === here.step) ?? stage?.rows[0];
  const open = job.status !== 'closed';

  const propose = (event: Bare) => {
    const refusal = log.propose(event);
    if (refusal !== undefined) toast(refusalText(refusal));
    return refusal === undefined;
  };
  const goOn = (upTo: Place = here.place) => setChosen(spotAfter(sheet, { ...here, place: upTo }));
  const goToStage = (to: SheetStage) => {
    const isOpen = ({ state }: SheetStage['rows'][number]['cells'][number]) => state === 'open' || state === 'again';
    const target = to.rows.find(({ cells }) => cells.some(isOpen)) ?? to.rows[0];
    if (target === undefined) return;
    const cell = target.cells.find(isOpen) ?? target.cells[0];
    setChosen({ step: target.step.id, place: cell?.place });
  };
  const undo = () => {
    const last = job.sheet.at(-1);
    if (last === undefined) return void toast('There is nothing to undo.');
    if (propose({ kind: 'undone', event: last.id })) toast(`Undone: ${eventText(job.setup, last)}`);
  };
  const goTo = (to: 'bench' | 'suspects') => router.push(`/jobs/${jobId}/${to}`);

  return (
    <div className="flex min-h-dvh flex-col lg:h-dvh">
      <JobHeader jobId={jobId} machine={job.machine} now="Sheet" note={lineText(log)} />
      <main className="grid min-h-0 flex-1 lg:grid-cols-[16rem_1fr]">
        <h1 className="sr-only">Sheet, {job.machine}</h1>
        <aside className="overflow-y-auto border-line px-5 py-4 max-lg:hidden lg:border-r">
          <VisitChoice visit={sheet.visit} open={open} onChoose={(visit) => propose({ kind: 'visit', visit })} />
          <WayList sheet={sheet} estimates={experience.stages} here={stage?.id} onGo={goToStage} />
        </aside>
        <div className="flex min-h-0 min-w-0 flex-col">
          <div className="px-6 pt-3 lg:hidden">
            <Select
              aria-label="Stage"
              value={stage?.id ?? ''}
              onChange={({ target }) => {
                const to = sheet.stages.find(({ id }) => id === target.value);
                if (to !== undefined) goToStage(to);
              }}
            >
              {sheet.stages.map((each) => (
                <option key={each.id} value={each.id}>
                  {[each.name, stageText(each)].filter((text) => text !== '').join(', ')}
                </option>
              ))}
            </Select>
          </div>
          {isFittingUnknown(job.setup) ? (
            <div className="px-6 pt-4">
              <Notice>
                Nobody has said yet what this machine’s carburetors are, so some steps are missing.{' '}
                <Link href={`/machines/${machineId}/bank`} className="underline underline-offset-4">
                  Say it in the bank layout
                </Link>
                , then use the machine’s bank in this job’s report.
              </Notice>
            </div>
          ) : null}
          {row === undefined || stage === undefined ? (
            <p className="p-6 text-xl">There is nothing to do on this sheet.</p>
          ) : (
            <>
              <StepArea
                key={`${row.step.id} ${here.place ?? ''}`}
                jobId={jobId}
                job={job}
                sheet={sheet}
                stage={stage}
                row={row}
                here={here}
                open={open}
                idleDrop={experience.idleDrop}
                units={units}
                onUnits={setUnits}
                onSay={propose}
                onGo={setChosen}
                onDone={goOn}
                onUndo={undo}
                onLeave={goTo}
              />
              <section aria-label={stage.name} className="min-h-40 flex-1 overflow-y-auto px-6 pb-6">
                <SheetGrid rows={rowsView(stage, here, units)} columns={columnsOf(stage)} onGo={setChosen} />
              </section>
            </>
          )}
        </div>
      </main>
    </div>
  );
}

interface VisitChoiceProps {
  readonly visit: Visit;
  readonly open: boolean;
  readonly onChoose: (visit: Visit) => void;
}

function VisitChoice({ visit, open, onChoose }: VisitChoiceProps) {
  return (
    <div className="mb-4">
      <Select
        aria-label="Kind of visit"
        value={visit}
        disabled={!open}
        onChange={({ target }) => {
          const next = VISITS.find((each) => each === target.value);
          if (next !== undefined) onChoose(next);
        }}
      >
        {VISITS.map((each) => (
          <option key={each} value={each}>
            {VISIT_NAMES[each]}
          </option>
        ))}
      </Select>
    </div>
  );
}

function lineText({ waiting, line }: JobLog): string {
  if (line === 'gone') return 'This job was deleted';
  if (waiting > 0) return `${waiting} not saved yet`;
  return line === 'away' ? 'The server is away' : '';
}
