'use client';

import { type Bare, type EventOf, foldJob, type Job, type JobEvent } from '@amber-needle/core/job';
import {
  type Alignment,
  alignmentOf,
  keptReading,
  type LoggedRide,
  type Relabelled,
  type Road,
  type RunWords,
  roadChangeEvent,
  roadOf,
} from '@amber-needle/core/road';
import { cylinderName } from '@amber-needle/core/setup';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { toast } from 'sonner';
import { JobHeader } from '@/components/JobHeader';
import { Notice } from '@/components/Notice';
import { failureText, type Sent, send } from '@/components/send';
import { type JobLog, useJobLog } from '@/features/bench/log/useJobLog';
import { useKeys } from '@/features/bench/useKeys';
import { CautionBox } from '@/features/sheet/CautionBox';
import { eventText } from '@/words/eventWords';
import { type Action, keyFor } from '@/words/keys';
import { duration } from '@/words/numbers';
import { refusalText } from '@/words/refusalWords';
import { VERDICT_WORDS } from '@/words/roadWords';
import type { DrawnRun } from '@/workers/roadProtocol';
import { AimsDialog } from './AimsDialog';
import { ImportDialog, type TakenRide } from './ImportDialog';
import { LikeTable } from './LikeTable';
import { MapPanel } from './MapPanel';
import { MeteringPicture } from './MeteringPicture';
import type { StretchAt } from './RegimeBar';
import { RoadAside } from './RoadAside';
import { NoRides, RoadTools } from './RoadTools';
import { SensorLines } from './SensorLines';
import { StretchPanel } from './StretchPanel';
import { Strips } from './Strips';
import { type AskRides, useRideWorker } from './useRideWorker';
import { useRuns, wordsOf } from './useRuns';
import { columnName, judgedLines, likeRows, type NameOf, roadSay } from './view/roadView';
import type { Strip } from './view/stripOption';

interface RoadDeskProps {
  readonly jobId: string;
  readonly initial: readonly JobEvent[];
}

/** What rides say, as a job’s log stands. */
export function RoadDesk({ jobId, initial }: RoadDeskProps) {
  const log = useJobLog(jobId, initial);
  const job = useMemo(() => foldJob(log.events), [log.events]);
  const road = useMemo(() => (job === undefined ? undefined : roadOf(job)), [job]);
  const ask = useRideWorker();
  if (job === undefined || road === undefined) return null;
  return <Desk jobId={jobId} job={job} road={road} log={log} ask={ask} />;
}

interface DeskProps {
  readonly jobId: string;
  readonly job: Job;
  readonly road: Road;
  readonly log: JobLog;
  readonly ask: AskRides;
}

type Panel = 'none' | 'import' | 'aims' | 'meters';

/** Runs above, like with like beneath, the part to change at the side. */
function Desk({ jobId, job, road, log, ask }: DeskProps) {
  const [panel, setPanel] = useState<Panel>('none');
  const [face, setFace] = useState<'table' | 'map'>('table');
  const [pick, setPick] = useState(0);
  const [selected, setSelected] = useState<StretchAt>();
  const { setup } = job;
  const nameOf = useCallback((id: string) => cylinderName(setup, id), [setup]);
  const rides = road.now?.rides ?? NO_RIDES;
  const { drawn } = useRuns(rides, ask);
  const { strips, alignments } = useMemo(() => stripsOf(rides, drawn, nameOf), [rides, drawn, nameOf]);
  const open = job.status !== 'closed';
  const table = road.now?.table;
  const rows = table === undefined ? [] : likeRows(road, table, nameOf);
  const chosen = Math.min(pick, Math.max(0, road.advice.length - 1));
  const say = roadSay(road, nameOf, chosen);

  const propose = (event: Bare) => {
    const refusal = log.propose(event);
    if (refusal !== undefined) toast(refusalText(refusal));
    return refusal === undefined;
  };
  const keepRead = (ride: LoggedRide, run: DrawnRun, words: RunWords) => propose(readEvent(ride.logged.id, run, words));
  const sayWords = async (ride: LoggedRide | undefined, words: RunWords) => {
    if (ride === undefined || !open) return;
    const answer = await ask({ kind: 'judge', hash: ride.logged.hash, words });
    if (answer.kind === 'judged') keepRead(ride, answer.run, words);
    else toast(answer.kind === 'failed' ? answer.reason : 'The ride could not be read anew.');
  };
  const rideOf = (strip: string) => rides.find(({ logged }) => strip.startsWith(logged.id));
  const relabel = (as: Relabelled['as'] | 'asTold') => {
    const ride = selected === undefined ? undefined : rideOf(selected.strip);
    if (selected === undefined || ride === undefined) return;
    const { from, to } = selected.stretch;
    const before = wordsOf(ride);
    const others = before.stretches.filter((word) => word.to <= from || word.from >= to);
    const stretches = as === 'asTold' ? others : [...others, { from: rounded(from), to: rounded(to), as }];
    void sayWords(ride, { ...before, stretches });
    setSelected(undefined);
  };
  const take = async (taken: TakenRide): Promise<string | undefined> => {
    const sent: Sent<{ readonly hash: string }> = await send(
      `/api/jobs/${jobId}/attachments?name=${encodeURIComponent(`${taken.file.name}.gz`.slice(-200))}`,
      taken.packed,
      'application/gzip',
    );
    if (sent.outcome !== 'done') return failureText(sent);
    const { hash } = sent.value;
    await ask({ kind: 'keep', hash });
    const refusal = log.propose({
      kind: 'rideLogged',
      hash,
      name: taken.file.name.slice(0, 200),
      description: taken.description,
      sensors: taken.sensors.map(({ sensor, cylinders }) => ({ sensor, cylinders: [...cylinders] })),
      seconds: rounded(taken.run.seconds),
      stepS: Math.max(1e-4, taken.run.step),
    });
    return refusal === undefined ? undefined : refusalText(refusal);
  };
  useFirstReading(rides, drawn, (ride, run) => open && keepRead(ride, run, wordsOf(ride)));
  const main = () => {
    if (say.does === 'putOnSheet') {
      const change = road.advice[chosen];
      if (change !== undefined && propose(roadChangeEvent(change))) toast('On the sheet, under way');
      setPick(0);
    } else if (say.does !== 'nothing') setPanel('import');
  };
  const undo = () => {
    const last = lastDone(job.road);
    if (last === undefined) return void toast('There is nothing to undo.');
    if (propose({ kind: 'undone', event: last.id })) toast(`Undone: ${eventText(job.setup, last)}`);
  };
  const other = () => setPick((chosen + 1) % Math.max(1, road.advice.length));
  useKeys(
    (
      [
        ['next', main],
        ['otherwise', other],
        ['undo', undo],
        ['traceFile', () => setPanel('import')],
        ['flip', () => setFace(face === 'table' ? 'map' : 'table')],
        ['why', () => setPanel('meters')],
        ['aims', () => setPanel('aims')],
      ] as const satisfies readonly (readonly [Action, () => void])[]
    ).map(([action, run]) => ({
      ...keyFor(action),
      label: action,
      run,
      disabled: !open && action !== 'flip' && action !== 'why',
    })),
  );
  const judged = road.rounds.findLast((round) => round.judged !== undefined)?.judged;
  return (
    <div className="flex min-h-dvh flex-col">
      <JobHeader jobId={jobId} machine={job.machine} now="Road" note={runsText(rides, nameOf)} />
      <main className="grid flex-1 lg:grid-cols-[1fr_25rem]">
        <h1 className="sr-only">Road, {job.machine}</h1>
        <div className="min-w-0 border-line border-b px-6 pt-2 pb-1 lg:col-span-2">
          {rides.length === 0 ? (
            <NoRides />
          ) : (
            <>
              {rides.flatMap(({ logged }) => {
                const ride = drawn[logged.id];
                return ride?.state === 'failed'
                  ? [<Notice key={logged.id}>{`${logged.name}: ${ride.reason}`}</Notice>]
                  : [];
              })}
              {strips.length === 0 ? (
                <p className="py-16 text-center text-soft">Reading the runs…</p>
              ) : (
                <Strips
                  strips={strips}
                  alignments={alignments}
                  targets={road.targets}
                  selected={selected}
                  onSelect={setSelected}
                  onMarker={(strip, at) => {
                    const ride = rideOf(strip.key);
                    if (ride !== undefined && open) propose(markerEvent(ride, rounded(at)));
                  }}
                />
              )}
            </>
          )}
        </div>
        {selected === undefined ? null : (
          <div className="lg:col-span-2">
            <StretchPanel
              chosen={selected}
              label={strips.find(({ key }) => key === selected.strip)?.label ?? ''}
              open={open}
              onSay={relabel}
              onClose={() => setSelected(undefined)}
            />
          </div>
        )}
        <section className="min-w-0 px-6 py-4" aria-label="What the rides say">
          {rides.length === 0 || table === undefined ? (
            <CautionBox cautions={['road']} />
          ) : (
            <>
              {face === 'table' ? (
                <LikeTable rows={rows} columns={table.columns.map(({ cylinders }) => columnName(cylinders, nameOf))} />
              ) : (
                <MapPanel strips={strips} />
              )}
              <SensorLines rides={rides} strips={strips} nameOf={nameOf} />
            </>
          )}
          <RoadTools
            face={face}
            open={open}
            onFace={setFace}
            onPanel={setPanel}
            onUndo={undo}
            hasRides={rides.length > 0}
          />
        </section>
        <aside className="space-y-4 border-line px-6 py-5 max-lg:order-first max-lg:border-b lg:border-l">
          <RoadAside
            say={say}
            open={open}
            judged={
              judged === undefined || road.waiting !== undefined
                ? undefined
                : {
                    text: VERDICT_WORDS[judged.verdict],
                    lines: judgedLines(judged, table?.columns.length ?? 1, nameOf),
                  }
            }
            others={Math.max(0, road.advice.length - 1)}
            onMain={main}
            onOther={other}
          />
        </aside>
      </main>
      {panel === 'import' ? (
        <ImportDialog
          setup={job.setup}
          ask={ask}
          ridden={
            road.waiting === undefined
              ? rides.flatMap(({ logged }) => logged.sensors.flatMap(({ cylinders }) => cylinders))
              : []
          }
          onTake={take}
          onClose={() => setPanel('none')}
        />
      ) : null}
      {panel === 'aims' ? <AimsDialog road={road} onKeep={propose} onClose={() => setPanel('none')} /> : null}
      {panel === 'meters' ? (
        <MeteringPicture family={road.family} table={table} onClose={() => setPanel('none')} />
      ) : null}
    </div>
  );
}

/** What undo takes back: the last thing that a person did. The first reading of a ride came by itself with it. */
function lastDone(road: Job['road']): Job['road'][number] | undefined {
  const last = road.at(-1);
  if (last?.kind !== 'rideRead') return last;
  const isFirst = road.filter((event) => event.kind === 'rideRead' && event.ride === last.ride).length === 1;
  return isFirst ? road.find(({ id }) => id === last.ride) : last;
}

const NO_RIDES: readonly LoggedRide[] = [];

/** A hundredth of a second is more than any of this is known to. */
function rounded(seconds: number): number {
  return Number(seconds.toFixed(2));
}

/** What a run came to, as the log keeps it. */
function readEvent(ride: string, run: DrawnRun, { stretches, markerAt }: RunWords): Bare<EventOf<'rideRead'>> {
  return {
    kind: 'rideRead',
    ride,
    stretches: [...stretches],
    ...(markerAt === undefined ? {} : { markerAt }),
    sensors: run.sensors.map(keptReading),
  };
}

/** The same ride with its marker elsewhere: what it came to does not change by that. */
function markerEvent({ logged, read }: LoggedRide, markerAt: number): Bare<EventOf<'rideRead'>> {
  const { stretches = [], sensors = [] } = read ?? {};
  return { kind: 'rideRead', ride: logged.id, stretches, sensors, markerAt };
}

function stripsOf(rides: readonly LoggedRide[], drawn: ReturnType<typeof useRuns>['drawn'], nameOf: NameOf) {
  const runs = rides.flatMap(({ logged }) => {
    const ride = drawn[logged.id];
    return ride?.state === 'drawn' ? [{ logged, run: ride.run }] : [];
  });
  const [first] = runs;
  const strips: Strip[] = [];
  const alignments: Alignment[] = [];
  for (const { logged, run } of runs) {
    const alignment = alignmentOf([first?.run ?? run, first?.run.marker], [run, run.marker]);
    for (const { sensor, cylinders } of logged.sensors) {
      const shown = run.sensors.find((each) => each.sensor === sensor);
      if (shown === undefined) continue;
      strips.push({
        key: `${logged.id} ${sensor}`,
        label: columnName(cylinders, nameOf),
        run,
        sensor: shown,
        shift: alignment.shift,
      });
      alignments.push(alignment);
    }
  }
  return { strips, alignments };
}

function runsText(rides: readonly LoggedRide[], nameOf: NameOf): string {
  return rides
    .map(
      ({ logged }, i) =>
        `${logged.sensors.map(({ cylinders }) => columnName(cylinders, nameOf)).join(', ')}: run ${i + 1}, ${duration(logged.seconds)}`,
    )
    .join(' · ');
}

/** A ride that is logged and drawn is read once by itself. */
function useFirstReading(
  rides: readonly LoggedRide[],
  drawn: ReturnType<typeof useRuns>['drawn'],
  onRead: (ride: LoggedRide, run: DrawnRun) => void,
): void {
  const done = useRef(new Set<string>());
  const heard = useRef(onRead);
  heard.current = onRead;
  useEffect(() => {
    for (const ride of rides) {
      const { id } = ride.logged;
      const shown = drawn[id];
      if (ride.read !== undefined || shown?.state !== 'drawn' || done.current.has(id)) continue;
      done.current.add(id);
      heard.current(ride, shown.run);
    }
  }, [rides, drawn]);
}
