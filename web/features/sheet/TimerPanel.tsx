'use client';

import type { Bare } from '@amber-needle/core/job';
import type { Setup } from '@amber-needle/core/setup';
import {
  judgeTimed,
  type Place,
  type TimedOutcome,
  type TimedRun,
  type TimedTest,
  type TimedVerdict,
  watchedAt,
} from '@amber-needle/core/sheet';
import clsx from 'clsx';
import { type FormEvent, useEffect, useRef, useState } from 'react';
import { Button } from '@/components/Button';
import { useKeys } from '@/features/bench/useKeys';
import { placeLabel } from '@/words/entryWords';
import { namedKey } from '@/words/keys';
import { chime, isMuted, mute } from './chime';
import { LiveSpeedMark } from './LiveSpeedMark';
import { MainKey } from './MainKey';
import { useElapsed } from './useServerClock';
import { runText, timerView } from './view/timerView';

type What = Extract<Bare, { kind: 'timed' }>['what'];

interface TimerPanelProps {
  readonly jobId: string;
  readonly setup: Setup;
  readonly test: TimedTest;
  readonly place: Place;
  readonly run: TimedRun | undefined;
  readonly now: () => number;
  readonly onSay: (what: What) => void;
  readonly onSuspects: () => void;
}

/** A timed test: large figures, what is marked, and how it ends. */
export function TimerPanel({ jobId, setup, test, place, run, now, onSay, onSuspects }: TimerPanelProps) {
  const running = run !== undefined && run.ended === undefined;
  const counted = useElapsed(running ? run.startedAt : undefined, now);
  const elapsed = run?.ended?.afterS ?? counted;
  const verdict = run === undefined ? undefined : judgeTimed(setup, { test, run, afterS: elapsed });
  const view = timerView(test, { run, elapsed });
  useChimeAt(running ? view.dueS : undefined, elapsed);
  const mark = (marked: Omit<Extract<What, { is: 'marked' }>, 'is' | 'afterS'>) =>
    onSay({ is: 'marked', afterS: Math.round(elapsed * 10) / 10, ...marked });
  const end = (outcome: Extract<What, { is: 'ended' }>['outcome']) =>
    onSay({ is: 'ended', outcome, afterS: Math.round(elapsed * 10) / 10 });
  const primary = primaryOf({ run, verdict, start: () => onSay(startNow(test, now())), end });
  const watched = running && test.marks === 'overflow' ? watchedAt(setup, place) : [];
  useKeys([
    ...(primary === undefined ? [] : [{ ...namedKey('enter'), ...primary }]),
    ...watched.map((name, i) => ({
      ...namedKey(String(i + 1)),
      label: name,
      run: () => mark({ mark: 'overflow', place: name }),
    })),
  ]);
  return (
    <section aria-label="Timer" className="mt-4">
      <p
        role="timer"
        aria-live="off"
        className={clsx(
          'font-bold leading-none',
          running ? 'text-[8rem]' : 'text-[5rem] text-soft',
          view.isDue && running && 'text-amber',
        )}
        data-testid="clock"
      >
        {view.clock}
      </p>
      <p className="mt-2 text-lg" data-testid="timer-says">
        {run?.ended !== undefined ? runText(run) : verdict?.is === 'failed' ? verdict.why : view.says}
      </p>
      {run?.ended === undefined || verdict?.is !== 'failed' ? null : <p className="mt-1 text-lg">{verdict.why}</p>}
      {primary === undefined ? null : (
        <div className="mt-4 max-w-xs">
          <MainKey cap="Enter" text={primary.label} onPress={primary.run} />
        </div>
      )}
      {watched.length > 0 ? (
        <div className="mt-4 flex flex-wrap gap-3">
          {watched.map((name, i) => (
            <Button key={name} onClick={() => mark({ mark: 'overflow', place: name })}>
              <kbd className="rounded border border-edge px-2 font-mono text-sm">{i + 1}</kbd>
              {placeLabel(name)} runs over
            </Button>
          ))}
        </div>
      ) : null}
      {running && test.marks === 'speed' ? (
        <LiveSpeedMark jobId={jobId} setup={setup} onMark={(value) => mark({ mark: test.marks, value })} />
      ) : null}
      {running && (test.marks === 'speed' || test.marks === 'oxygen') ? (
        <MarkFigure
          unit={test.marks === 'speed' ? 'rpm' : '% O₂'}
          count={run.marks.length}
          of={test.marksToEnd ?? 1}
          onMark={(value) => mark({ mark: test.marks, value })}
        />
      ) : null}
      {run === undefined || run.marks.length === 0 ? null : <p className="mt-3 text-soft text-lg">{view.marks}</p>}
      <div className="mt-4 flex flex-wrap gap-3">
        {running ? <Button onClick={() => end('given up')}>Give up</Button> : null}
        {run?.ended?.outcome === 'failed' ? <Button onClick={onSuspects}>See the suspects</Button> : null}
        <MuteButton />
      </div>
    </section>
  );
}

interface Primary {
  readonly label: string;
  readonly run: () => void;
}

/** What Enter does: begin, or end it as it stands; nothing while it may not end yet. */
function primaryOf({
  run,
  verdict,
  start,
  end,
}: {
  readonly run: TimedRun | undefined;
  readonly verdict: TimedVerdict | undefined;
  readonly start: () => void;
  readonly end: (outcome: TimedOutcome) => void;
}): Primary | undefined {
  if (run === undefined || run.ended !== undefined || verdict === undefined)
    return { label: run === undefined ? 'Start' : 'Start again', run: start };
  switch (verdict.is) {
    case 'running':
      return undefined;
    case 'mayPass':
      return { label: 'Passed', run: () => end('passed') };
    case 'recorded':
      return { label: 'It is steady', run: () => end('recorded') };
    case 'failed':
      return { label: 'Failed, end it', run: () => end('failed') };
  }
}

function startNow({ attitude }: TimedTest, now: number): What {
  const serverAt = new Date(now).toISOString();
  return { is: 'started', serverAt, ...(attitude === undefined ? {} : { attitude }) };
}

/** Sounds once as a moment passes; not for one that had passed before the page was opened. */
function useChimeAt(due: number | undefined, elapsed: number): void {
  const before = useRef(elapsed);
  useEffect(() => {
    if (due !== undefined && before.current < due && before.current > 0 && elapsed >= due) chime();
    before.current = elapsed;
  }, [due, elapsed]);
}

function MuteButton() {
  const [muted, setMuted] = useState(false);
  useEffect(() => setMuted(isMuted()), []);
  return (
    <Button
      aria-pressed={muted}
      onClick={() => {
        mute(!muted);
        setMuted(!muted);
      }}
    >
      {muted ? 'Sound is off' : 'Sound is on'}
    </Button>
  );
}

interface MarkFigureProps {
  readonly unit: string;
  readonly count: number;
  readonly of: number;
  readonly onMark: (value: number) => void;
}

function MarkFigure({ unit, count, of, onMark }: MarkFigureProps) {
  const [text, setText] = useState('');
  const value = Number(text.replace(',', '.'));
  const add = (event: FormEvent) => {
    event.preventDefault();
    if (text.trim() === '' || !Number.isFinite(value)) return;
    onMark(value);
    setText('');
  };
  return (
    <form onSubmit={add} className="mt-4 flex items-end gap-3">
      <label>
        <span className="mb-1 block text-soft">
          {of > 1 ? `Reading ${Math.min(of, count + 1)} of ${of}` : 'It shows'}
        </span>
        <input
          value={text}
          inputMode="decimal"
          autoComplete="off"
          onChange={({ target }) => setText(target.value)}
          className="min-h-14 w-40 rounded border-2 border-amber bg-ground px-4 text-right font-bold text-2xl"
        />
      </label>
      <span className="pb-3 text-soft text-xl">{unit}</span>
      <Button type="submit" disabled={text.trim() === '' || !Number.isFinite(value)}>
        Write it
      </Button>
    </form>
  );
}
