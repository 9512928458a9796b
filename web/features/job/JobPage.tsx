import type { Belief } from '@amber-needle/core/belief';
import { effectiveEvents, type Job } from '@amber-needle/core/job';
import { mixtureOf, mixtureReport } from '@amber-needle/core/mixture';
import clsx from 'clsx';
import Link from 'next/link';
import { buttonClass } from '@/components/Button';
import { Notice } from '@/components/Notice';
import { PrintButton } from '@/components/PrintButton';
import type { StoredLog } from '@/server/db/eventRows';
import type { Machine } from '@/server/db/machineRepository';
import { day, moment, timeOfDay } from '@/words/dates';
import type { DeviceUnit } from '@/words/deviceUnit';
import { JobActions } from './JobActions';
import { JobNote } from './JobNote';
import { MixtureSection } from './MixtureSection';
import { ReadingsChart } from './ReadingsChart';
import { RoadSection } from './RoadSection';
import { SheetSection } from './SheetSection';
import { otherSetup } from './view/otherSetup';
import { type Report, reportOf, type StateLine } from './view/report';
import { sheetReport } from './view/sheetReport';
import { unreadableText } from './view/unreadable';

interface JobPageProps {
  readonly id: string;
  readonly job: Job;
  readonly log: StoredLog;
  readonly belief: Belief;
  readonly unit: DeviceUnit;
  readonly wholeStory: boolean;
  readonly machine: Machine | undefined;
  readonly machineId: string;
}

/** A job's page: what it was in for, as found, as left, every move, and the readings over the job. */
export function JobPage({ id, job, log, belief, unit, wholeStory, machine, machineId }: JobPageProps) {
  const { events, unreadable } = log;
  const report = reportOf({ job, counted: effectiveEvents(events), belief, unit, wholeStory });
  const sheet = sheetReport(job, effectiveEvents(events));
  const mixture = mixtureOf(job.setup, events);
  const bench =
    job.status === 'open' ? (job.readings.length > 0 ? 'Resume at the bench' : 'Go to the bench') : 'See the bench';
  return (
    <main className="mx-auto max-w-5xl px-6 pt-10 pb-16">
      <div className="flex flex-wrap items-start justify-between gap-5">
        <div>
          <p className="text-soft">
            {moment(job.openedAt)} · {job.setup.name}
            {job.practice ? ' · practice' : ''}
          </p>
          <h1 className="mt-1 font-bold text-4xl">
            <Link href={`/machines/${machineId}`} className="hover:underline hover:underline-offset-8">
              {job.machine}
            </Link>
          </h1>
          <p className="mt-3 max-w-2xl text-xl">{job.complaint || 'No complaint noted.'}</p>
        </div>
        {unreadable === undefined ? (
          <Link
            href={`/jobs/${id}/bench`}
            className={`${buttonClass(job.status === 'open' ? 'strong' : 'plain')} print:hidden`}
          >
            {bench}
          </Link>
        ) : null}
      </div>
      {unreadable === undefined ? null : (
        <div className="mt-8">
          <Notice>{unreadableText(unreadable)}</Notice>
        </div>
      )}
      <p className="mt-8 border-line border-t pt-6 font-bold text-2xl" data-testid="verdict">
        {report.verdict}
      </p>
      {report.toDo === undefined ? null : <p className="mt-2 text-soft text-xl">{report.toDo}</p>}
      {report.asFound === undefined || report.asLeft === undefined ? (
        <p className="mt-4 text-soft text-xl">No reading yet. The report grows as the work goes on.</p>
      ) : (
        <Readings report={report} asFound={report.asFound} asLeft={report.asLeft} open={job.status === 'open'} />
      )}
      {mixture === undefined ? null : (
        <MixtureSection setup={job.setup} plan={mixture.plan} report={mixtureReport(mixture)} />
      )}
      <RoadSection job={job} />
      {sheet === undefined ? null : <SheetSection report={sheet} />}
      <Story report={report} id={id} />
      {job.status === 'closed' || unreadable !== undefined ? null : <JobNote jobId={id} lastSeq={events.length} />}
      {unreadable === undefined ? (
        <JobActions
          jobId={id}
          lastSeq={events.length}
          machineId={machineId}
          complaint={job.complaint}
          closedBy={job.closedBy}
          otherSetup={otherSetup(job, machine)}
        />
      ) : null}
      <div className="mt-10 flex flex-wrap gap-3 border-line border-t pt-6 print:hidden">
        <PrintButton />
        <a href={`/api/jobs/${id}/export`} className={buttonClass('plain')} download>
          Export the job (JSON)
        </a>
        <a href={`/api/jobs/${id}/readings`} className={buttonClass('plain')} download>
          Export the readings (CSV)
        </a>
        {mixture === undefined ? null : (
          <a href={`/api/jobs/${id}/mixture`} className={buttonClass('plain')} download>
            Export the mixture (CSV)
          </a>
        )}
      </div>
    </main>
  );
}

interface ReadingsProps {
  readonly report: Report;
  readonly asFound: StateLine;
  readonly asLeft: StateLine;
  readonly open: boolean;
}

function Readings({ report, asFound, asLeft, open }: ReadingsProps) {
  return (
    <>
      <div className={clsx('mt-6 grid gap-8', report.before === undefined ? 'md:grid-cols-3' : 'md:grid-cols-4')}>
        {report.before === undefined ? null : (
          <StateColumn title={`Left on ${day(report.before.at)}`} noun={report.noun} state={report.before} />
        )}
        <StateColumn title="As found" noun={report.noun} state={asFound} />
        <StateColumn title={open ? 'As of now' : 'As left'} noun={report.noun} state={asLeft} />
        <section aria-label="Screws">
          <h2 className="text-soft">Screws, from as found</h2>
          <dl className="mt-2 space-y-1 text-lg">
            {report.positions.map(({ label, place }) => (
              <div key={label} className="flex justify-between gap-4">
                <dt>{label}</dt>
                <dd className="font-bold">{place}</dd>
              </div>
            ))}
          </dl>
        </section>
      </div>
      <div className="print:hidden">
        <ReadingsChart readings={report.readings} moves={report.moves} unit={report.unit} decimal={report.decimal} />
      </div>
    </>
  );
}

interface StateColumnProps {
  readonly title: string;
  readonly noun: string;
  readonly state: StateLine;
}

function StateColumn({ title, noun, state }: StateColumnProps) {
  return (
    <section aria-label={title}>
      <h2 className="text-soft">{title}</h2>
      <dl className="mt-2 space-y-1 whitespace-nowrap">
        {state.throats.map(({ throat, figure, deviation }) => (
          <div key={throat} className="flex justify-between gap-4">
            <dt>
              {noun} {throat} <span className="text-soft">{deviation}</span>
            </dt>
            <dd>{figure}</dd>
          </div>
        ))}
        <div className="flex justify-between gap-4 border-line border-t pt-1">
          <dt>Spread</dt>
          <dd className="font-bold">{state.spread}</dd>
        </div>
        {state.speed === '' ? null : (
          <div className="flex justify-between gap-4">
            <dt>Idle</dt>
            <dd className="font-bold">{state.speed}</dd>
          </div>
        )}
      </dl>
    </section>
  );
}

function Story({ report, id }: { readonly report: Report; readonly id: string }) {
  return (
    <section aria-label="Every step" className="mt-10 print:hidden">
      <h2 className="font-bold text-xl">Every step</h2>
      {report.earlierSteps === 0 ? null : (
        <Link href={`/jobs/${id}?steps=all`} className="inline-flex min-h-12 items-center underline underline-offset-4">
          {report.earlierSteps} earlier steps: show all
        </Link>
      )}
      <ol className="mt-3">
        {report.story.map(({ id, at, what, detail }) => (
          <li
            key={id}
            className="grid grid-cols-[4rem_14rem_1fr] gap-4 border-line border-t py-2 max-sm:grid-cols-[4rem_1fr]"
          >
            <span className="text-soft">{timeOfDay(at)}</span>
            <span>{what}</span>
            <span className="text-soft max-sm:col-span-2">{detail}</span>
          </li>
        ))}
      </ol>
    </section>
  );
}
