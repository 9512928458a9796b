'use client';

import { foldJob, type Job, type JobEvent } from '@amber-needle/core/job';
import type { ProposedTest } from '@amber-needle/core/suspects';
import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import { Button } from '@/components/Button';
import { JobHeader } from '@/components/JobHeader';
import { type JobLog, useJobLog } from '@/features/bench/log/useJobLog';
import { useKeys } from '@/features/bench/useKeys';
import { eventText } from '@/words/eventWords';
import { type ActionKey, keyFor, namedKey } from '@/words/keys';
import { refusalText } from '@/words/refusalWords';
import type { ToldSuspects } from '@/workers/suspecter';
import { CuresBefore } from './CuresBefore';
import { ExchangePanel } from './ExchangePanel';
import { ObservePanel } from './ObservePanel';
import { RemedyCard } from './RemedyCard';
import { SuspectList } from './SuspectList';
import { TestAside } from './TestAside';
import { ToldList } from './ToldList';
import { useSuspects, type WeighedSuspects } from './useSuspects';
import { remedyOf, suspectsView } from './view/suspectsView';

interface SuspectsDeskProps {
  readonly jobId: string;
  readonly initial: readonly JobEvent[];
  readonly initialSuspects: WeighedSuspects;
}

/** The search for what no screw cures, as a job’s log stands. */
export function SuspectsDesk({ jobId, initial, initialSuspects }: SuspectsDeskProps) {
  const log = useJobLog(jobId, initial);
  const job = useMemo(() => foldJob(log.events), [log.events]);
  return job === undefined ? null : <SearchDesk jobId={jobId} job={job} log={log} initial={initialSuspects} />;
}

interface SearchDeskProps {
  readonly jobId: string;
  readonly job: Job;
  readonly log: JobLog;
  readonly initial: WeighedSuspects;
}

/** Suspects on the left, the one test that parts them on the right. */
function SearchDesk({ jobId, job, log, initial }: SearchDeskProps) {
  const [putOff, setPutOff] = useState<readonly string[]>([]);
  const [panel, setPanel] = useState<'none' | 'notice' | 'exchange'>('none');
  const [byMapAlone, setByMapAlone] = useState(false);
  const { suspects, isFresh } = useSuspects(initial, log.events, { putOff, byMapAlone });
  const [test, next] = suspects.tests;
  const [looked, look] = useLookedAt(test);
  const { setup } = job;
  const view = suspectsView(setup, suspects, test?.answers[looked]);

  const propose = (event: Parameters<typeof log.propose>[0]) => {
    const refusal = log.propose(event);
    if (refusal !== undefined) toast(refusalText(refusal));
    return refusal === undefined;
  };
  const answer = (id: string) => {
    // While the last answer is weighed the next test is not known: nobody answers one that is about to change.
    if (test === undefined || !isFresh) return;
    propose({
      kind: 'tested',
      test: test.test.id,
      answer: id,
      ...(test.place === undefined ? {} : { place: test.place }),
    });
  };
  const cured = (proven: boolean) => {
    // Pressed twice, a cause is put right once.
    if (view.found === undefined || !isFresh) return;
    const { cause, place, name } = view.found;
    const proof = proven ? remedyOf(cause)?.proof : undefined;
    const event = {
      kind: 'cured' as const,
      cause,
      ...(place === undefined ? {} : { place }),
      ...(proof === undefined ? {} : { proof }),
    };
    if (propose(event)) toast(`Put right: ${name}`);
  };
  const undoLast = () => {
    // What was turned or read on the bench since is not taken back from here.
    const last = job.search.at(-1);
    if (last === undefined) toast('There is nothing to undo.');
    else if (propose({ kind: 'undone', event: last.id })) toast(`Undone: ${eventText(setup, last)}`);
  };
  const delay = () => test !== undefined && isFresh && setPutOff([...putOff, test.test.id]);
  const open = job.status !== 'closed';
  const [notice, exchange, undo] = [keyFor('notice'), keyFor('exchange'), keyFor('undo')];
  useDeskKeys(
    open
      ? [
          ...(test?.answers ?? []).map(({ id }, i) => ({ ...namedKey(String(i + 1)), run: () => answer(id) })),
          ...(test === undefined ? [] : [{ ...namedKey(String(test.answers.length + 1)), run: delay }]),
          { ...notice, run: () => setPanel('notice') },
          { ...exchange, run: () => setPanel('exchange') },
          { ...undo, run: undoLast },
          { ...keyFor('cured'), run: () => cured(true) },
        ]
      : [],
  );
  return (
    <div className="flex min-h-dvh flex-col">
      <JobHeader jobId={jobId} machine={job.machine} now="Suspects" note={countText(suspects)} />
      <main className="grid flex-1 lg:grid-cols-[1fr_29rem]">
        <h1 className="sr-only">Suspects, {job.machine}</h1>
        <section className="min-w-0 px-6 py-5" aria-label="What could be behind it">
          <p className="mb-4 text-lg text-soft">
            {job.complaint === '' ? 'What could be behind it' : `What could be behind “${job.complaint}”`}
          </p>
          <SuspectList view={view} />
          <div className="mt-5 flex flex-wrap items-center gap-3">
            <Button onClick={() => setPanel('notice')} disabled={!open} aria-keyshortcuts={notice.spoken}>
              <kbd className="mr-2 rounded border border-edge px-2 font-mono text-sm">{notice.cap}</kbd>Something was
              noticed
            </Button>
            <Button onClick={() => setPanel('exchange')} disabled={!open} aria-keyshortcuts={exchange.spoken}>
              <kbd className="mr-2 rounded border border-edge px-2 font-mono text-sm">{exchange.cap}</kbd>Something was
              exchanged
            </Button>
            <Button onClick={undoLast} disabled={!open} aria-keyshortcuts={undo.spoken}>
              <kbd className="mr-2 rounded border border-edge px-2 font-mono text-sm">{undo.cap}</kbd>undo
            </Button>
          </div>
          <div className="mt-4">
            <ToldList setup={setup} told={suspects.told} onTakeBack={(event) => propose({ kind: 'undone', event })} />
          </div>
          {job.cures === undefined ? null : (
            <CuresBefore cures={job.cures} setup={setup} off={byMapAlone} onToggle={() => setByMapAlone(!byMapAlone)} />
          )}
          {suspects.cured.length === 0 ? null : (
            <ul className="mt-5 text-soft" aria-label="Put right">
              {suspects.cured.map(({ event }) => (
                <li key={event.id}>{eventText(setup, event)}</li>
              ))}
            </ul>
          )}
        </section>
        <aside className="space-y-5 border-line px-6 py-5 max-lg:order-first max-lg:border-b lg:border-l">
          {view.found === undefined || !open ? null : <RemedyCard found={view.found} onCured={cured} />}
          {test === undefined || !open ? (
            <NoTest told={suspects.told.length} open={open} putOff={putOff.length} onAgain={() => setPutOff([])} />
          ) : (
            <TestAside
              setup={setup}
              test={test}
              next={next}
              looked={looked}
              ready={isFresh}
              onLook={look}
              onAnswer={answer}
              onPutOff={delay}
            />
          )}
        </aside>
      </main>
      {panel === 'exchange' ? (
        <ExchangePanel
          setup={setup}
          onTell={(what, places, outcome) => propose({ kind: 'exchanged', what, places: [...places], outcome })}
          onClose={() => setPanel('none')}
        />
      ) : null}
      {panel === 'notice' ? (
        <ObservePanel
          setup={setup}
          complaint={job.complaint}
          told={suspects.told}
          onTell={(observation, place, seen) =>
            propose({ kind: 'observed', observation, seen, ...(place === undefined ? {} : { place }) })
          }
          onClose={() => setPanel('none')}
        />
      ) : null}
    </div>
  );
}

/** The answer whose ghosts are shown: the one that is looked at, else the likeliest. */
function useLookedAt(test: ProposedTest | undefined): readonly [number, (answer: number) => void] {
  const [look, setLook] = useState<{ readonly test: string; readonly answer: number }>();
  const key = testKey(test);
  const answers = test?.answers ?? [];
  const likeliest = answers.reduce(
    (best, { probability }, i) => (probability > (answers[best]?.probability ?? 0) ? i : best),
    0,
  );
  return [look?.test === key ? look.answer : likeliest, (answer) => setLook({ test: key, answer })];
}

function testKey(test: ToldSuspects['tests'][number] | undefined): string {
  return test === undefined ? '' : `${test.test.id} ${test.place ?? ''}`;
}

function useDeskKeys(keys: readonly (ActionKey & { readonly run: () => void })[]): void {
  useKeys(keys.map((key) => ({ ...key, label: key.cap })));
}

function countText({ told }: ToldSuspects): string {
  const tests = told.filter(({ evidence }) => evidence.kind === 'tested').length;
  const seen = told.length - tests;
  return `${seen} ${seen === 1 ? 'thing' : 'things'} seen, ${tests} ${tests === 1 ? 'test' : 'tests'} done`;
}

function NoTest({
  told,
  open,
  putOff,
  onAgain,
}: {
  readonly told: number;
  readonly open: boolean;
  readonly putOff: number;
  readonly onAgain: () => void;
}) {
  const text = !open
    ? 'The job is closed. Open it again on its report to search on.'
    : told === 0
      ? `Say what was noticed: key ${keyFor('notice').cap}. The complaint’s own words are proposed there.`
      : 'No test that is left would tell more. Say what else was noticed, or mend what is likeliest.';
  return (
    <section aria-label="The next test">
      <p className="font-bold text-3xl leading-tight" data-testid="say">
        {told === 0 ? 'What is wrong with it?' : 'No test left'}
      </p>
      <p className="mt-3 text-lg">{text}</p>
      {putOff === 0 ? null : (
        <Button className="mt-4" onClick={onAgain}>
          Ask again for what could not be done
        </Button>
      )}
    </section>
  );
}
